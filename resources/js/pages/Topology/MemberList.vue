<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { stateRank } from '@/lib/states';
import type { State } from '@/lib/types';

/** What is needed, the troubled first; a long list opens. */
interface Named {
  id: string;
  name: string;
  state: State;
}
const props = defineProps<{ members: Named[] }>();
const SHOWN = 4;
const ordered = computed(() => [...props.members].sort((a, b) => stateRank[b.state] - stateRank[a.state]));
const parts = computed(() =>
  ordered.value.length > SHOWN + 1
    ? { first: ordered.value.slice(0, SHOWN), rest: ordered.value.slice(SHOWN) }
    : { first: ordered.value, rest: [] },
);
</script>

<template>
  <template v-for="(part, name) in parts" :key="name">
    <component :is="name === 'rest' ? 'details' : 'span'" v-if="part.length">
      <summary v-if="name === 'rest'" class="py-1 text-ink-2">and {{ part.length }} more</summary>
      <template v-for="(member, i) in part" :key="member.id"
        ><template v-if="i > 0">, </template
        ><StateMark v-if="member.state !== 'up'" :state="member.state" :size="13" class="mr-0.5 inline" /><Link
          :href="`/estate/${encodeURIComponent(member.id)}`"
          class="link"
          >{{ member.name }}</Link
        ></template
      >
    </component>
  </template>
</template>
