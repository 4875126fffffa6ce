<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { plural } from '@/lib/states';
import { clockSpan, clockTime, latestNow, useNow } from '@/lib/time';
import type { LookedAt } from '@/lib/shapes';
import { against, DAY, dragged, STEP } from '@/pages/Changes/band';

/** A week on which one drags a change to its time, and sees at once what speaks against it. */
const props = defineProps<{
  band: NonNullable<LookedAt['band']>;
  span: { from: number; to: number } | null;
  minutes: number;
}>();
const emit = defineEmits<{ pick: [from: number, to: number]; move: [days: number] }>();
const KINDS = [
  { id: 'windows', words: 'Hours' },
  { id: 'freezes', words: 'Freeze' },
  { id: 'busy', words: 'Other work' },
  { id: 'crew', words: 'Away' },
] as const;
const LEFT = 84;
const ROW = 18;
const TOP = 20;
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const now = useNow();
const inner = computed(() => Math.max(120, width.value - LEFT));
const scale = computed(() => inner.value / (props.band.to - props.band.from));
const x = (at: number): number =>
  LEFT + (Math.min(props.band.to, Math.max(props.band.from, at)) - props.band.from) * scale.value;
const rows = computed(() => KINDS.filter((kind) => props.band.blocked.some((one) => one.kind === kind.id)));
const height = computed(() => TOP + Math.max(1, rows.value.length) * ROW + 4);
const days = computed(() => {
  const list: number[] = [];
  for (let at = new Date(props.band.from); at.getTime() < props.band.to; at = new Date(at.setDate(at.getDate() + 1)))
    list.push(at.getTime());
  return list;
});
const dayWords = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric' });

/** While it is dragged: nothing is asked of the server until it is let go. */
const held = ref<{ from: number; to: number } | null>(null);
const shown = computed(() => held.value ?? props.span);
const isInside = computed(() => shown.value && shown.value.to > props.band.from && shown.value.from < props.band.to);
const found = computed(() => (shown.value ? against(props.band.blocked, shown.value) : []));
const bounds = computed(() => ({ from: Math.max(props.band.from, latestNow()), to: props.band.to }));

type Grip = 'whole' | 'end';
let start: { grip: Grip; at: number; span: { from: number; to: number } } | null = null;
const timeAt = (event: PointerEvent): number => {
  const left = frame.value?.getBoundingClientRect().left ?? 0;
  return props.band.from + (event.clientX - left - LEFT) / scale.value;
};
const grab = (event: PointerEvent, grip: Grip | null): void => {
  if (event.button !== 0) return;
  const at = timeAt(event);
  const length = props.span ? props.span.to - props.span.from : props.minutes * 60_000;
  // On free ground it comes to where one presses.
  const span = grip && props.span ? props.span : { from: at - length / 2, to: at + length / 2 };
  start = { grip: grip ?? 'whole', at, span };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  held.value = dragged(span, start.grip, 0, bounds.value);
};
const drag = (event: PointerEvent): void => {
  if (start) held.value = dragged(start.span, start.grip, timeAt(event) - start.at, bounds.value);
};
const drop = (): void => {
  if (start && held.value) emit('pick', held.value.from, held.value.to);
  start = held.value = null;
};
const press = (event: KeyboardEvent): void => {
  const by = { ArrowLeft: -STEP, ArrowRight: STEP, PageUp: -DAY, PageDown: DAY }[event.key];
  if (by === undefined || !props.span) return;
  event.preventDefault();
  const next = dragged(props.span, event.shiftKey ? 'end' : 'whole', by, { from: latestNow(), to: Infinity });
  emit('pick', next.from, next.to);
};
</script>

<template>
  <div class="grid gap-1 text-small">
    <p class="flex flex-wrap gap-x-3">
      <span class="font-semibold">On the band</span>
      <span class="text-ink-2">drag it to a time; its right edge makes it longer</span>
      <span class="ml-auto flex gap-3">
        <button type="button" class="link min-h-6" @click="emit('move', -7)">Earlier</button>
        <button type="button" class="link min-h-6" @click="emit('move', 7)">Later</button>
      </span>
    </p>
    <div
      ref="frame"
      class="relative cursor-crosshair touch-none border border-line bg-sheet select-none"
      @pointerdown="grab($event, null)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
    >
      <svg v-if="width > 0" :width="width" :height="height" class="block" aria-hidden="true">
        <g v-for="day in days" :key="day">
          <line :x1="x(day)" :x2="x(day)" y1="4" :y2="height" stroke="var(--line)" />
          <text v-if="inner / days.length > 34" :x="x(day) + 3" y="13" class="fill-ink-3 font-mono text-[11px]">
            {{ dayWords.format(day) }}
          </text>
        </g>
        <g v-for="(row, i) in rows" :key="row.id">
          <text x="8" :y="TOP + i * ROW + 12" class="fill-ink-2 text-[12px]">{{ row.words }}</text>
          <rect
            v-for="one in band.blocked.filter((each) => each.kind === row.id)"
            :key="`${one.words} ${one.from}`"
            :x="x(one.from)"
            :y="TOP + i * ROW"
            :width="Math.max(1.5, x(one.to) - x(one.from))"
            :height="ROW - 5"
            fill="var(--grain)"
          >
            <title>{{ one.words }} {{ clockSpan(one.from, one.to) }}</title>
          </rect>
        </g>
        <line
          v-if="now > band.from && now < band.to"
          :x1="x(now)"
          :x2="x(now)"
          y1="2"
          :y2="height"
          stroke="var(--call)"
          stroke-width="2"
        />
      </svg>
      <div
        v-if="shown && isInside"
        role="slider"
        tabindex="0"
        aria-label="When it is made"
        :aria-valuemin="band.from"
        :aria-valuemax="band.to"
        :aria-valuenow="shown.from"
        :aria-valuetext="clockSpan(shown.from, shown.to)"
        class="absolute top-4 bottom-0 min-w-2.5 cursor-grab border-2"
        :class="found.length ? 'border-call bg-call/15' : 'border-ink bg-ink/15'"
        :style="{ left: `${x(shown.from)}px`, width: `${x(shown.to) - x(shown.from)}px` }"
        @pointerdown.stop="grab($event, 'whole')"
        @keydown="press"
      >
        <span
          class="absolute top-0 bottom-0 left-full w-2.5 cursor-ew-resize"
          @pointerdown.stop="grab($event, 'end')"
        ></span>
      </div>
    </div>
    <p role="status" class="min-h-5">
      <template v-if="shown">
        <strong>{{ clockSpan(shown.from, shown.to) }}</strong>:
        <span v-if="found.length" class="text-call"
          >{{ found.slice(0, 3).join(' ')
          }}<template v-if="found.length > 3"> And {{ plural(found.length - 3, 'thing') }} more.</template></span
        >
        <span v-else-if="isInside">nothing by itself speaks against it.</span>
        <span v-else class="text-ink-2">not in the week from {{ clockTime(band.from) }}.</span>
      </template>
      <span v-else class="text-ink-2">Press where it is to be, for {{ minutes }} min.</span>
    </p>
  </div>
</template>
