<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import { useElementSize } from '@vueuse/core';
import { useDragTime } from '@/lib/dragTime';
import type { Grown } from '@/lib/shapes';
import { plural } from '@/lib/states';
import { clockTime, lasting, millis, useNow } from '@/lib/time';
import type { BandData } from '@/lib/types';

/** The last hours and the next few: drag on it to narrow what the screen shows; a click is a moment of it. */
const props = defineProps<{ band: BandData; from: number | null; to: number | null; growth?: Grown[] }>();
const emit = defineEmits<{ narrow: [from: number | null, to: number | null]; moment: [at: number] }>();

const LEFT = 98;
const ROW = 24;
const TOP = 20;
const HEIGHT = computed(() => 142 + (props.growth?.length ? ROW : 0) + (hasChanges.value ? ROW : 0));
/** The row of changes is there where there are any. */
const hasChanges = computed(() => props.band.changes.length > 0);
const rows = computed(() => [
  'Alerts',
  'Incidents',
  ...(hasChanges.value ? ['Changes'] : []),
  'Updates',
  'On call',
  ...(props.growth?.length ? ['Extent'] : []),
]);
/** Those below move down by it. */
const below = (row: number): number => y(row + (hasChanges.value ? 1 : 0));

/** Where the band will stand once it is read: nothing moves when it comes. */
watch(HEIGHT, (height) => localStorage.setItem('band-height', String(height)), { immediate: true });

const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const now = useNow();
const changed = computed(() =>
  props.band.changes
    .filter((one) => millis(one.to) > start.value && millis(one.from) < start.value + span.value)
    .map((one) => ({ ...one, left: clamped(one.from), right: Math.max(clamped(one.to), clamped(one.from) + 5) })),
);
const span = computed(() => props.band.to - props.band.from);
/** The band moves on with the present, in steps, so that "now" stays where it is. */
const shift = computed(() => now.value - (props.band.from + (span.value * 6) / 9));
const start = computed(() => props.band.from + shift.value);
const inner = computed(() => Math.max(200, width.value - LEFT - 12));
const x = (time: string | number): number => LEFT + ((millis(time) - start.value) / span.value) * inner.value;
const clamped = (time: string | number): number => Math.min(LEFT + inner.value, Math.max(LEFT, x(time)));
const y = (row: number): number => TOP + row * ROW + (row > 1 ? 20 : 0);

const hours = computed(() => {
  const list: number[] = [];
  const hour = 3_600_000;
  for (let at = Math.ceil(start.value / hour) * hour; at < start.value + span.value; at += hour) list.push(at);
  return list;
});
/** On a narrow screen not every hour has room for its name, and none does at the edge or where "now" stands. */
const everyHours = computed(() => Math.ceil((48 * span.value) / 3_600_000 / inner.value));
const isNamed = (hour: number): boolean =>
  Math.round(hour / 3_600_000) % everyHours.value === 0 &&
  x(hour) < LEFT + inner.value - 8 &&
  (x(hour) < x(now.value) - 24 || x(hour) > x(now.value) + 64);
const tallest = computed(() => Math.max(4, ...props.band.alerts.map((grain) => grain.count)));
const visible = computed(() => props.band.alerts.filter((grain) => grain.at >= start.value));
const grainWidth = computed(() => Math.max(2, (props.band.grain / span.value) * inner.value - 1.5));

/** Spans that overlap go side by side, in two lanes at most. */
const spans = computed(() => {
  const ends = [0, 0];
  return props.band.incidents
    .filter((incident) => !incident.to || millis(incident.to) > start.value)
    .map((incident) => {
      const to = incident.to ? millis(incident.to) : now.value;
      const lane = millis(incident.from) >= (ends[0] ?? 0) ? 0 : 1;
      ends[lane] = to;
      return {
        ...incident,
        lane,
        left: clamped(incident.from),
        right: Math.max(clamped(to), clamped(incident.from) + 4),
      };
    });
});
/** What is owed, with its time beside it where there is room between what comes before and after. */
const owed = computed(() => {
  const room = 78;
  const marks = props.band.owed
    .filter((one) => millis(one.at) < start.value + span.value)
    .map((one) => ({ ...one, x: clamped(one.at) }))
    .sort((a, b) => a.x - b.x);
  return marks.map((one, i) => {
    const before = i === 0 ? x(now.value) : (marks[i - 1]?.x ?? 0);
    const side = (marks[i + 1]?.x ?? Infinity) - one.x > room ? 'right' : one.x - before > room ? 'left' : null;
    return { ...one, side };
  });
});
const summary = computed(
  () =>
    `From ${clockTime(start.value)} to ${clockTime(start.value + span.value)}: ${props.band.alerts.reduce((sum, grain) => sum + grain.count, 0)} alerts, ${props.band.incidents.length} incidents, ${props.band.changes.length} changes, ${props.band.updates.length} updates given, ${props.band.owed.length} owed.`,
);

/** How far the incident of the room reached, from one change to the next: services by height, the words where there is room. */
const grown = computed(() => {
  const all = props.growth ?? [];
  const most = Math.max(1, ...all.map((one) => one.services));
  return all
    .map((one, i) => ({ ...one, until: all[i + 1]?.at ?? now.value }))
    .filter((one) => one.until > start.value)
    .map((one) => ({
      ...one,
      left: clamped(one.at),
      right: Math.max(clamped(one.until), clamped(one.at) + 1),
      height: one.services === 0 ? 2 : 4 + (one.services / most) * 14,
      words: `${plural(one.services, 'service')}, ${plural(one.places, 'place')}, ${plural(one.reports, 'report')}`,
    }));
});

const timeAt = (event: PointerEvent): number => {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const at = start.value + ((event.clientX - box.left - LEFT) / inner.value) * span.value;
  return Math.min(start.value + span.value, Math.max(start.value, at));
};
const { press, move, release, drawn } = useDragTime(timeAt, x, {
  narrow: (from, to) => emit('narrow', from, to),
  moment: (at) => emit('moment', at),
});
const chosen = computed(() => {
  const [a, b] = drawn.value ?? [props.from, props.to];
  return a === null || b === null ? null : { left: clamped(Math.min(a, b)), right: clamped(Math.max(a, b)) };
});
const openRoom = (id: number): void => router.visit(`/incidents/${id}`);
</script>

<template>
  <section ref="frame" class="relative border-b border-line bg-sheet" aria-label="Time band">
    <p class="sr-only">{{ summary }}</p>
    <svg
      v-if="width > 0"
      :width="width"
      :height="HEIGHT"
      class="block touch-pan-y select-none"
      aria-hidden="true"
      @pointerdown="press"
      @pointermove="move"
      @pointerup="release"
    >
      <rect :x="x(now)" y="0" :width="Math.max(0, width - x(now))" :height="HEIGHT" fill="var(--shade)" opacity="0.5" />
      <g v-for="hour in hours" :key="hour">
        <line :x1="x(hour)" :x2="x(hour)" y1="14" y2="18" stroke="var(--edge)" />
        <text v-if="isNamed(hour)" :x="x(hour)" y="11" text-anchor="middle" class="fill-ink-3 font-mono text-[11px]">
          {{ clockTime(hour).slice(-5) }}
        </text>
      </g>
      <g v-for="(row, i) in rows" :key="row">
        <text x="16" :y="y(i) + 15" class="fill-ink-2 text-[12px]">{{ row }}</text>
        <line :x1="LEFT" :x2="LEFT + inner" :y1="y(i + 1) - 1" :y2="y(i + 1) - 1" stroke="var(--line)" />
      </g>

      <g v-for="grain in visible" :key="grain.at">
        <rect
          :x="x(grain.at)"
          :y="y(1) - 2 - Math.sqrt(grain.count / tallest) * 20"
          :width="grainWidth"
          :height="Math.sqrt(grain.count / tallest) * 20"
          :fill="grain.undecided > 0 ? 'var(--call)' : 'var(--grain)'"
        />
      </g>

      <g v-for="one in spans" :key="one.id" class="cursor-pointer" @click="openRoom(one.id)">
        <title>{{ one.ref }} {{ one.title }}, {{ lasting((one.to ? millis(one.to) : now) - millis(one.from)) }}</title>
        <rect
          :x="one.left"
          :y="y(1) + 4 + one.lane * 20"
          :width="one.right - one.left"
          height="16"
          :fill="one.to ? 'var(--sheet)' : 'var(--ink)'"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
        <svg :x="one.left" :y="y(1) + 4 + one.lane * 20" :width="Math.max(0, one.right - one.left - 4)" height="16">
          <text x="5" y="12" class="text-[11.5px]" :fill="one.to ? 'var(--ink)' : 'var(--on-ink)'">
            {{ one.title }}
          </text>
        </svg>
      </g>

      <g
        v-for="one in changed"
        :key="`change-${one.id}`"
        class="cursor-pointer"
        @click="router.visit(`/changes/${one.id}`)"
      >
        <title>{{ one.ref }} {{ one.title }}, {{ clockTime(one.from) }} to {{ clockTime(one.to) }}</title>
        <rect
          :x="one.left"
          :y="y(2) + 7"
          :width="one.right - one.left"
          height="10"
          :fill="one.state === 'approved' ? 'var(--sheet)' : 'var(--ink-2)'"
          stroke="var(--ink-2)"
          :stroke-dasharray="one.state === 'approved' ? '3 2' : undefined"
        />
        <path
          v-if="one.state === 'failed' || one.state === 'backed-out'"
          :d="`M${one.left - 1} ${y(2) + 19} L${one.right + 1} ${y(2) + 5}`"
          stroke="var(--call)"
          stroke-width="2"
        />
      </g>

      <g v-for="update in band.updates" :key="`${update.incident}-${update.number}`">
        <circle v-if="x(update.at) > LEFT" :cx="x(update.at)" :cy="below(2) + 12" r="4.5" fill="var(--ink-2)">
          <title>Update {{ update.number }} given at {{ clockTime(update.at) }}</title>
        </circle>
      </g>
      <g v-for="one in owed" :key="one.ref" class="cursor-pointer" @click="router.visit(one.link)">
        <circle :cx="one.x" :cy="below(2) + 12" r="5" fill="none" stroke="var(--call)" stroke-width="2">
          <title>{{ one.ref }}: an update is owed at {{ clockTime(one.at) }}</title>
        </circle>
        <text
          v-if="one.side"
          :x="one.x + (one.side === 'right' ? 9 : -9)"
          :y="below(2) + 16"
          :text-anchor="one.side === 'right' ? 'start' : 'end'"
          fill="var(--call)"
          class="text-[12px]"
        >
          owed {{ clockTime(one.at) }}
        </text>
      </g>

      <g v-for="turn in band.onCall" :key="turn.from">
        <template v-if="turn.name && x(turn.to) > LEFT">
          <rect
            :x="clamped(turn.from) + 1"
            :y="below(3) + 5"
            :width="Math.max(0, clamped(turn.to) - clamped(turn.from) - 2)"
            height="14"
            fill="var(--shade)"
            stroke="var(--line)"
          />
          <svg
            :x="clamped(turn.from)"
            :y="below(3) + 5"
            :width="Math.max(0, clamped(turn.to) - clamped(turn.from) - 4)"
            height="14"
          >
            <text x="7" y="11" class="fill-ink-2 text-[12px]">{{ turn.name }}</text>
          </svg>
        </template>
      </g>

      <g v-for="one in grown" :key="one.at">
        <rect
          :x="one.left"
          :y="below(5) - 3 - one.height"
          :width="one.right - one.left"
          :height="one.height"
          fill="var(--grain)"
        >
          <title>From {{ clockTime(one.at) }}: {{ one.words }}</title>
        </rect>
      </g>
      <text v-if="grown.length" :x="x(now) + 8" :y="below(4) + 16" class="fill-ink-2 text-[12px]">
        {{ grown.at(-1)?.words }}
      </text>

      <rect
        v-if="chosen"
        :x="chosen.left"
        y="0"
        :width="chosen.right - chosen.left"
        :height="HEIGHT"
        fill="var(--calm)"
        opacity="0.18"
      />
      <line :x1="x(now)" :x2="x(now)" y1="2" :y2="HEIGHT - 2" stroke="var(--call)" stroke-width="2" />
      <text :x="x(now) + 5" y="11" class="fill-call font-mono text-[12px] font-semibold">{{ clockTime(now) }}</text>
    </svg>
    <p
      v-if="from !== null && to !== null"
      class="absolute right-3 bottom-1 rounded-edge bg-sheet px-2 text-tiny text-ink-2"
    >
      Only {{ clockTime(from) }} to {{ clockTime(to) }}.
      <button type="button" class="link font-semibold text-ink" @click="emit('narrow', null, null)">Show all</button>
    </p>
  </section>
</template>
