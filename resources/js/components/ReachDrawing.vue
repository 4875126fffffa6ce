<script setup lang="ts">
import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { usePanZoom } from '@/lib/panZoom';
import { drawnOf, homesOf, linesOf, type Drawn } from '@/lib/reach';
import { stateRank } from '@/lib/states';
import { savePicture } from '@/lib/picture';
import type { ReachData } from '@/lib/types';

/**
 * The reach as a layered drawing, services on top, what they stand on below. One stop of the tab key: the arrow keys
 * go from box to box. A large one is dragged and zoomed.
 */
const props = withDefaults(
  defineProps<{
    reach: ReachData;
    selected: string | null;
    height: number;
    compact?: boolean;
    large?: boolean;
    folds?: boolean;
    /** It is what the screen is for: the wheel is its own, and does not move the page. */
    alone?: boolean;
  }>(),
  { folds: true },
);
const emit = defineEmits<{ select: [id: string] }>();

/** In a narrow column names break onto two lines, so that the drawing need not shrink until nobody can read it. */
const narrow = computed(() => props.compact ?? false);
const size = computed(() => (narrow.value ? { width: 118, height: 56 } : { width: 204, height: 40 }));

const drawn = computed(() => drawnOf(props.reach, props.folds));
const homes = computed(() => homesOf(drawn.value));
const edges = computed(() => linesOf(props.reach, homes.value));
const byId = computed(() => new Map(drawn.value.map((one) => [one.id, one])));

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
      // The finer placement takes seconds where there are hundreds of boxes.
      'elk.layered.nodePlacement.strategy': drawn.value.length > 150 ? 'BRANDES_KOEPF' : 'NETWORK_SIMPLEX',
      'elk.layered.thoroughness': drawn.value.length > 150 ? '2' : '7',
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
  if (mine !== asked) return;
  laid.value = result;
  await nextTick();
  view.fit();
};
const shape = computed(() => JSON.stringify([drawn.value.map((one) => one.id), edges.value]));
watch(shape, () => void layout(), { immediate: true });
onBeforeUnmount(() => elk.terminateWorker());

const place = computed(() => new Map((laid.value?.children ?? []).map((child) => [child.id, child])));
const whole = computed(() => ({ width: laid.value?.width ?? 100, height: laid.value?.height ?? 100 }));
const frame = ref<HTMLElement | null>(null);
const svg = ref<SVGSVGElement | null>(null);
const view = usePanZoom(
  frame,
  () => whole.value,
  () => {
    const root =
      drawn.value.find((one) => one.node.side === 'root') ??
      drawn.value.find((one) => one.node.distance === 0) ??
      drawn.value[0];
    const at = root && place.value.get(root.id);
    return at ? { x: (at.x ?? 0) + size.value.width / 2, y: (at.y ?? 0) + size.value.height / 2 } : null;
  },
);
const viewBox = computed(() => (props.large ? view.viewBox.value : `0 0 ${whole.value.width} ${whole.value.height}`));
// Set beside the template: hundreds of boxes would be compared anew with each step of a drag.
watch([viewBox, svg], ([box, element]) => element?.setAttribute('viewBox', box), { flush: 'post' });

const path = computed(
  () => new Set(props.reach.nodes.find((node) => node.id === props.selected)?.because.map((id) => homes.value.get(id))),
);
const softEdges = computed(() => new Set(edges.value.filter((one) => one.soft).map((one) => `${one.from}>${one.to}`)));
const lines = computed(() =>
  ((laid.value?.edges ?? []) as ElkExtendedEdge[]).map((edge) => {
    const section = edge.sections?.[0];
    const points = section ? [section.startPoint, ...(section.bendPoints ?? []), section.endPoint] : [];
    return {
      id: edge.id,
      d: points.map((point, i) => `${i === 0 ? 'M' : 'L'}${point.x} ${point.y}`).join(''),
      soft: softEdges.value.has(edge.id),
      lit: path.value.has(edge.sources[0]) && path.value.has(edge.targets[0]),
    };
  }),
);
const named = (name: string): string[] => {
  if (!narrow.value || name.length <= 12) return [name];
  const at = name.lastIndexOf(' ', 13);
  return at < 0 ? [name] : [name.slice(0, at), name.slice(at + 1)];
};
const ordered = computed(() => [...drawn.value].sort((a, b) => stateRank[b.node.state] - stateRank[a.node.state]));
const isSelected = (one: Drawn): boolean => one.members.some((member) => member.id === props.selected);

const focused = ref<string | null>(null);
/** The one box that the tab key stops at. */
const stop = computed(() => {
  const at = focused.value ?? (props.selected ? homes.value.get(props.selected) : undefined);
  return at && byId.value.has(at) ? at : ordered.value[0]?.id;
});
const bring = (id: string): void => {
  const at = place.value.get(id);
  if (props.large && at) view.show(at.x ?? 0, at.y ?? 0, size.value.width, size.value.height);
};
const focusOn = (id: string): void => {
  focused.value = id;
  bring(id);
  void nextTick(() => svg.value?.querySelector<SVGGElement>(`[data-box="${CSS.escape(id)}"]`)?.focus());
};
/** The nearest box in a direction: along a line up or down, to the neighbour left or right. */
const step = (from: string, key: string): string | null => {
  const at = place.value.get(from);
  if (!at) return null;
  const near = (ids: string[]): string | null =>
    ids
      .filter((id) => place.value.has(id))
      .sort(
        (a, b) =>
          Math.abs((place.value.get(a)?.x ?? 0) - (at.x ?? 0)) - Math.abs((place.value.get(b)?.x ?? 0) - (at.x ?? 0)),
      )[0] ?? null;
  if (key === 'ArrowUp') return near(edges.value.filter((edge) => edge.to === from).map((edge) => edge.from));
  if (key === 'ArrowDown') return near(edges.value.filter((edge) => edge.from === from).map((edge) => edge.to));
  const right = key === 'ArrowRight';
  return near(
    drawn.value
      .map((one) => one.id)
      .filter((id) => {
        const other = place.value.get(id);
        const isLevel = Math.abs((other?.y ?? 0) - (at.y ?? 0)) < size.value.height;
        return id !== from && other && isLevel && (right ? (other.x ?? 0) > (at.x ?? 0) : (other.x ?? 0) < (at.x ?? 0));
      }),
  );
};
const onKey = (event: KeyboardEvent, one: Drawn): void => {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    emit('select', one.node.id);
  } else if (event.key.startsWith('Arrow')) {
    event.preventDefault();
    const next = step(one.id, event.key);
    if (next) focusOn(next);
  } else if (props.large && ['+', '-', '0'].includes(event.key)) {
    event.preventDefault();
    event.stopPropagation();
    if (event.key === '0') view.fit();
    else view.zoom(event.key === '+' ? 1.25 : 0.8);
  }
};
const onWheel = (event: WheelEvent): void => {
  const isMeant = props.alone || event.ctrlKey || event.metaKey;
  if (props.large && isMeant) view.onWheel(event);
};
const onFrameKey = (event: KeyboardEvent): void => {
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-80, 0],
    ArrowRight: [80, 0],
    ArrowUp: [0, -80],
    ArrowDown: [0, 80],
  };
  const move = moves[event.key];
  if (!props.large || event.target !== frame.value || !move) return;
  event.preventDefault();
  view.pan(...move);
};
watch(
  () => props.selected,
  (id) => {
    const home = id === null ? undefined : homes.value.get(id);
    if (home) bring(home);
  },
);
const save = (format: 'svg' | 'png'): Promise<void> =>
  svg.value ? savePicture(svg.value, whole.value.width, whole.value.height, format) : Promise.resolve();
defineExpose({ save, fit: view.fit, zoom: view.zoom });
</script>

<template>
  <div
    ref="frame"
    :class="large ? 'touch-none overflow-hidden' : 'overflow-auto'"
    :style="large ? { height: '100%' } : { maxHeight: `${height}px` }"
    tabindex="0"
    role="group"
    aria-label="Drawing of what is affected"
    @wheel="onWheel"
    @pointerdown="large && view.onPointerDown($event)"
    @keydown="onFrameKey"
  >
    <svg
      v-if="laid"
      ref="svg"
      :style="large ? { width: '100%', height: '100%' } : { width: `${whole.width}px`, maxWidth: '100%' }"
      class="mx-auto block select-none"
      :class="large ? 'cursor-grab active:cursor-grabbing' : ''"
      role="group"
      aria-label="What is affected, services on top"
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
        :data-box="one.id"
        :tabindex="one.id === stop ? 0 : -1"
        :aria-pressed="isSelected(one)"
        :aria-label="`${one.name}, ${one.more}`"
        @click="emit('select', one.node.id)"
        @focus="focused = one.id"
        @keydown="onKey($event, one)"
      >
        <rect
          :width="size.width"
          :height="size.height"
          rx="3"
          :fill="one.node.side === 'root' ? 'var(--shade)' : 'var(--sheet)'"
          :stroke="isSelected(one) ? 'var(--calm)' : one.node.side === 'root' ? 'var(--ink)' : 'var(--line)'"
          :stroke-width="isSelected(one) ? 2.5 : one.node.side === 'root' ? 1.75 : 1"
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
            {{ compact ? one.more.split(',')[one.node.tier && one.members.length === 1 ? 1 : 0]?.trim() : one.more }}
          </text>
        </svg>
      </g>
    </svg>
    <p v-else class="py-6 text-center text-small text-ink-3">Drawing…</p>
  </div>
</template>
