<script setup lang="ts">
import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { stateRank, stateWords } from '@/lib/states';
import type { ReachData, ReachNode } from '@/lib/types';

/** The reach as a layered drawing, affected services on top, what was observed at the bottom. */
const props = defineProps<{ reach: ReachData; selected: string | null; height: number; compact?: boolean }>();
const emit = defineEmits<{ select: [id: string] }>();

/** Items that are alike (same kind, state and explanation) fold into one, so that fourteen harbours are one line. */
const FOLD_FROM = 3;
/** In a narrow column names break onto two lines, so that the drawing need not shrink until nobody can read it. */
const narrow = computed(() => props.compact ?? false);
const size = computed(() => (narrow.value ? { width: 118, height: 56 } : { width: 204, height: 40 }));

interface Drawn {
  id: string;
  members: ReachNode[];
  name: string;
  more: string;
  node: ReachNode;
}

const drawn = computed<Drawn[]>(() => {
  const sets = new Map<string, ReachNode[]>();
  const siblings = (node: ReachNode): string =>
    [
      node.kind,
      node.state,
      props.reach.edges
        .filter((edge) => edge.to === node.id)
        .map((edge) => kinds.value.get(edge.from))
        .sort()
        .filter((kind, i, all) => kind !== all[i - 1])
        .join(),
    ].join('|');
  for (const node of props.reach.nodes) {
    const key = node.kind === 'service' ? node.id : siblings(node);
    sets.set(key, [...(sets.get(key) ?? []), node]);
  }
  return [...sets.values()].flatMap((members) => {
    const first = members[0];
    if (!first) return [];
    if (members.length < FOLD_FROM) {
      return members.map((node) => ({
        id: node.id,
        members: [node],
        name: node.name,
        more: [node.tier ? `tier ${node.tier}` : '', stateWords[node.state], node.groups[0]?.split(',')[0] ?? '']
          .filter(Boolean)
          .join(', '),
        node,
      }));
    }
    const isService = members.some((member) => member.id === props.selected);
    return [
      {
        id: first.id,
        members,
        name: `${members.length} × ${first.kind}`,
        more: `${stateWords[first.state]}${
          isService
            ? ''
            : `, ${members
                .map((m) => m.site ?? m.name)
                .slice(0, 2)
                .join(', ')} …`
        }`,
        node: first,
      },
    ];
  });
});
const kinds = computed(() => new Map(props.reach.nodes.map((node) => [node.id, node.kind])));
const home = computed(() => {
  const map = new Map<string, string>();
  for (const one of drawn.value) for (const member of one.members) map.set(member.id, one.id);
  return map;
});
const edges = computed(() => {
  const seen = new Map<string, { from: string; to: string; soft: boolean }>();
  for (const edge of props.reach.edges) {
    const [from, to] = [home.value.get(edge.from), home.value.get(edge.to)];
    if (from && to && from !== to)
      seen.set(`${from} ${to}`, { from, to, soft: edge.soft && (seen.get(`${from} ${to}`)?.soft ?? true) });
  }
  return [...seen.values()];
});

const elk = new ELK({ workerFactory: () => new Worker(workerUrl) });
const laid = ref<ElkNode | null>(null);
let asked = 0;
const layout = async (): Promise<void> => {
  const mine = ++asked;
  const graph: ElkNode = {
    id: 'root',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'DOWN',
      'elk.layered.spacing.nodeNodeBetweenLayers': narrow.value ? '26' : '32',
      'elk.spacing.nodeNode': narrow.value ? '8' : '14',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.edgeRouting': 'POLYLINE',
      'elk.padding': '[top=6,left=6,bottom=6,right=6]',
    },
    children: drawn.value.map((one) => ({ id: one.id, ...size.value })),
    edges: edges.value.map((edge): ElkExtendedEdge => ({
      id: `${edge.from}>${edge.to}`,
      sources: [edge.from],
      targets: [edge.to],
    })),
  };
  const result = await elk.layout(graph);
  if (mine === asked) laid.value = result;
};
const shape = computed(() => JSON.stringify([drawn.value.map((one) => one.id), edges.value]));
watch(shape, () => void layout(), { immediate: true });
onBeforeUnmount(() => elk.terminateWorker());

const place = computed(() => new Map((laid.value?.children ?? []).map((child) => [child.id, child])));
const lines = computed(() =>
  ((laid.value?.edges ?? []) as ElkExtendedEdge[]).map((edge) => {
    const section = edge.sections?.[0];
    const points = section ? [section.startPoint, ...(section.bendPoints ?? []), section.endPoint] : [];
    return {
      id: edge.id,
      d: points.map((point, i) => `${i === 0 ? 'M' : 'L'}${point.x} ${point.y}`).join(''),
      soft: edges.value.find((one) => `${one.from}>${one.to}` === edge.id)?.soft ?? false,
      lit: onPath(edge),
    };
  }),
);
const path = computed(
  () => new Set(props.reach.nodes.find((node) => node.id === props.selected)?.because.map((id) => home.value.get(id))),
);
const onPath = (edge: ElkExtendedEdge): boolean => path.value.has(edge.sources[0]) && path.value.has(edge.targets[0]);
const viewBox = computed(() => `0 0 ${laid.value?.width ?? 100} ${laid.value?.height ?? 100}`);
const named = (name: string): string[] => {
  if (!narrow.value || name.length <= 12) return [name];
  const at = name.lastIndexOf(' ', 13);
  return at < 0 ? [name] : [name.slice(0, at), name.slice(at + 1)];
};
const ordered = computed(() => [...drawn.value].sort((a, b) => stateRank[b.node.state] - stateRank[a.node.state]));
</script>

<template>
  <div
    class="overflow-auto"
    :style="{ maxHeight: `${height}px` }"
    tabindex="0"
    role="group"
    aria-label="Drawing of what is hit"
  >
    <svg
      v-if="laid"
      :viewBox="viewBox"
      :style="{
        width: `${laid.width}px`,
        maxWidth: '100%',
      }"
      class="mx-auto block"
      role="group"
      aria-label="What is hit, services on top"
    >
      <path
        v-for="line in lines"
        :key="line.id"
        :d="line.d"
        fill="none"
        :stroke="line.lit ? 'var(--calm)' : 'var(--edge)'"
        :stroke-width="line.lit ? 3 : 1.5"
        :stroke-dasharray="line.soft ? '4 4' : undefined"
      />
      <g
        v-for="one in ordered"
        :key="one.id"
        :transform="`translate(${place.get(one.id)?.x ?? 0} ${place.get(one.id)?.y ?? 0})`"
        class="cursor-pointer"
        role="button"
        tabindex="0"
        :aria-pressed="one.members.some((member) => member.id === selected)"
        :aria-label="`${one.name}, ${one.more}`"
        @click="emit('select', one.node.id)"
        @keydown.enter.prevent="emit('select', one.node.id)"
      >
        <rect
          :width="size.width"
          :height="size.height"
          rx="3"
          fill="var(--sheet)"
          :stroke="one.members.some((member) => member.id === selected) ? 'var(--calm)' : 'var(--line)'"
          :stroke-width="one.members.some((member) => member.id === selected) ? 2.5 : 1"
        />
        <svg x="6" y="9" width="20" height="20"><StateMark :state="one.node.state" :size="20" :label="false" /></svg>
        <svg x="32" y="0" :width="size.width - 32" :height="size.height">
          <text
            class="fill-ink"
            :class="[
              one.node.kind === 'service' ? 'font-bold' : 'font-medium',
              compact ? 'text-[14px]' : 'text-[13px]',
            ]"
          >
            <tspan v-for="(line, i) in named(one.name)" :key="i" x="0" :y="17 + i * 15">{{ line }}</tspan>
          </text>
          <text x="0" :y="size.height - 8" class="fill-ink-2" :class="compact ? 'text-[12.5px]' : 'text-[11px]'">
            {{ compact ? stateWords[one.node.state] : one.more }}
          </text>
        </svg>
      </g>
    </svg>
    <p v-else class="py-6 text-center text-small text-ink-3">Drawing…</p>
  </div>
</template>
