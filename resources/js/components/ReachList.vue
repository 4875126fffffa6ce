<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { stateRank, stateWords } from '@/lib/states';
import type { ReachData } from '@/lib/types';

/** The reach as a list: services first, then what is nearest to what was observed. */
const props = defineProps<{ reach: ReachData; selected: string | null }>();
const emit = defineEmits<{ select: [id: string] }>();
const nodes = computed(() =>
  props.reach.nodes
    .filter((node) => node.state !== 'up')
    .sort(
      (a, b) =>
        Number(b.kind === 'service') - Number(a.kind === 'service') ||
        (a.distance ?? 9) - (b.distance ?? 9) ||
        stateRank[b.state] - stateRank[a.state] ||
        a.name.localeCompare(b.name),
    ),
);
</script>

<template>
  <ul class="text-small">
    <li v-for="node in nodes" :key="node.id" class="row-rule">
      <div class="flex gap-2 py-1.5" :class="selected === node.id ? 'bg-shade' : ''" @click="emit('select', node.id)">
        <StateMark :state="node.state" :size="18" :label="false" class="mt-0.5" />
        <div class="min-w-0">
          <Link :href="`/estate/${encodeURIComponent(node.id)}`" class="font-semibold hover:underline">{{
            node.name
          }}</Link>
          <span class="text-ink-3">
            {{ node.tier ? `tier ${node.tier}, ` : '' }}{{ stateWords[node.state]
            }}{{ node.groups.length ? `; ${node.groups.join('; ')}` : '' }}</span
          >
          <p class="text-tiny text-ink-2">{{ node.why }}</p>
        </div>
      </div>
    </li>
  </ul>
</template>
