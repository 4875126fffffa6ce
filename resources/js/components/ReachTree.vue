<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateRank, stateWords } from '@/lib/states';
import type { ReachData, ReachNode } from '@/lib/types';

/** The reach as an indented list: what the beginning stands on, step by step, and what it takes along. For readers by ear, and phones. */
const props = defineProps<{ reach: ReachData; selected: string | null }>();
const emit = defineEmits<{ select: [id: string] }>();

interface Line {
  node: ReachNode;
  depth: number;
}
/** Each item stands once, under the one through which it is reached on a shortest way. */
const tree = (side: 'hit' | 'under'): Line[] => {
  const nodes = props.reach.nodes.filter((node) => node.side === side || node.side === 'root');
  const known = new Map(nodes.map((node) => [node.id, node]));
  const below = new Map<string, ReachNode[]>();
  for (const node of nodes) {
    if (node.side === 'root') continue;
    const parent = node.because.slice(1).find((id) => known.has(id)) ?? '';
    below.set(parent, [...(below.get(parent) ?? []), node]);
  }
  const lines: Line[] = [];
  const walk = (id: string, depth: number): void => {
    const children = (below.get(id) ?? []).sort(
      (a, b) =>
        stateRank[b.state] - stateRank[a.state] || (a.tier ?? 9) - (b.tier ?? 9) || a.name.localeCompare(b.name),
    );
    for (const node of children) {
      lines.push({ node, depth });
      walk(node.id, depth + 1);
    }
  };
  for (const node of nodes) if (node.side === 'root') walk(node.id, 0);
  walk('', 0);
  return lines;
};
const parts = computed(() => [
  { title: 'What could be the cause: it stands on', lines: tree('under'), empty: 'Nothing recorded.' },
  { title: 'What it also brings down', lines: tree('hit'), empty: 'Nothing else.' },
]);
</script>

<template>
  <div class="grid gap-6 md:grid-cols-2">
    <section v-for="part in parts" :key="part.title" :aria-label="part.title">
      <h2 class="mb-1">{{ part.title }} ({{ part.lines.length }})</h2>
      <p v-if="part.lines.length === 0" class="text-small text-ink-2">{{ part.empty }}</p>
      <ul class="text-small">
        <li
          v-for="{ node, depth } in part.lines"
          :key="node.id"
          class="row-rule py-1"
          :class="selected === node.id ? 'bg-shade' : ''"
          :style="{ paddingLeft: `${Math.min(depth, 8) * 14}px` }"
          @click="emit('select', node.id)"
        >
          <p class="flex items-center gap-1.5">
            <StateMark :state="node.state" :size="14" :label="false" />
            <Link :href="`/estate/${encodeURIComponent(node.id)}`" class="link">{{ node.name }}</Link>
            <span class="text-ink-3"
              >{{ node.tier ? `tier ${node.tier}, ` : '' }}{{ stateWords[node.state]
              }}{{ node.groups.length ? `; ${node.groups.join('; ')}` : ''
              }}{{ node.alerts ? `; ${plural(node.alerts, 'open alert')}` : ''
              }}{{ node.work ? `; work: ${node.work}` : '' }}</span
            >
          </p>
          <p v-if="selected === node.id" class="text-tiny text-ink-2">{{ node.why }}</p>
        </li>
      </ul>
    </section>
  </div>
</template>
