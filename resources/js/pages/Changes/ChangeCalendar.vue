<script setup lang="ts">
import { router, usePage } from '@inertiajs/vue3';
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { readAnew } from '@/lib/readAnew';
import type { BackdropLine, BelongsLine, ChangeLine, CollisionLine, HoursLine } from '@/lib/shapes';
import { plural } from '@/lib/states';
import { clockSpan, latestNow, millis, useNow } from '@/lib/time';
import { DAY, dragged, STEP } from '@/pages/Changes/band';
import CalendarGround from '@/pages/Changes/CalendarGround.vue';
import ChangeBar from '@/pages/Changes/ChangeBar.vue';
import { hoursOf, lanesOf, markedOf, NO_TEAM, rowsOf, ROWS, SPANS, ticksOf } from '@/pages/Changes/changes';

/** The time band with a row for each team or thing that is worked on: freezes and incidents behind, what collides marked. */
const props = defineProps<{
  changes: ChangeLine[];
  collisions: CollisionLine[];
  backdrop: BackdropLine[];
  hours: HoursLine[];
  mayPlan: boolean;
}>();
const LEFT = 150;
const LANE = 18;
const TOP = 22;
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const now = useNow();
const span = ref<(typeof SPANS)[number]['id']>('week');
const by = ref<(typeof ROWS)[number]['id']>('team');
/** By how many spans one has moved on. */
const moved = ref(0);
const days = computed(() => SPANS.find((one) => one.id === span.value)?.days ?? 7);
const midnight = (at: number): number => new Date(new Date(at).setHours(0, 0, 0, 0)).getTime();
const start = computed(() => midnight(now.value + moved.value * days.value * DAY));
const end = computed(() => start.value + days.value * DAY);
const inner = computed(() => Math.max(160, width.value - LEFT - 8));
const x = (time: number): number => LEFT + ((time - start.value) / (end.value - start.value)) * inner.value;
const clamped = (time: number): number => Math.min(LEFT + inner.value, Math.max(LEFT, x(time)));
const within = computed(() =>
  props.changes
    .filter((one) => one.state !== 'cancelled')
    .map((change) => ({
      change,
      from: millis(change.began ?? change.from),
      to: Math.max(millis(change.ended ?? change.to), millis(change.began ?? change.from) + 60_000),
    }))
    .filter((one) => one.from < end.value && one.to > start.value),
);
// What each belongs to is worked out by the trace, and asked for only where the rows are by that.
const page = usePage();
const belongs = computed(() => page.props.belongs as Record<number, BelongsLine> | undefined);
watch([by, () => props.changes], () => {
  if (by.value !== 'service' && by.value !== 'place') return;
  if (props.changes.some((one) => !belongs.value?.[one.id] && one.items.length)) readAnew({ only: ['belongs'] });
});
const colliding = computed(() => new Set(props.collisions.flatMap((one) => one.changes)));
const rows = computed(() => {
  let top = TOP;
  return rowsOf(
    within.value.map((one) => one.change),
    by.value,
    belongs.value ?? {},
  ).map((row) => {
    const spans = within.value.filter((one) => row.changes.includes(one.change));
    // What is narrower than its mark needs the room of the mark.
    const least = ((end.value - start.value) / inner.value) * 6;
    const lanes = lanesOf(spans.map((one) => ({ ...one, to: Math.max(one.to, one.from + least) })));
    const height = (Math.max(0, ...lanes.map((one) => one.lane)) + 1) * LANE + 6;
    const placed = { name: row.name, lanes, top, height, open: hoursOf(row.name, by.value, props.hours) };
    top += height;
    return placed;
  });
});
const height = computed(() => Math.max(TOP + 40, (rows.value.at(-1)?.top ?? TOP) + (rows.value.at(-1)?.height ?? 30)));
const behind = computed(() => props.backdrop.filter((one) => one.from < end.value && one.to > start.value));
const ticks = computed(() => ticksOf(start.value, end.value, span.value));
const everyTick = computed(() => Math.max(1, Math.ceil((ticks.value.length * 64) / inner.value)));
/** A stretch that is being marked, to plan something in it. */
const mark = ref<{ a: number; b: number; team: string | null } | null>(null);
const timeAt = (event: PointerEvent): number => {
  const left = frame.value?.getBoundingClientRect().left ?? 0;
  const at = start.value + ((event.clientX - left - LEFT) / inner.value) * (end.value - start.value);
  return Math.min(end.value, Math.max(start.value, at));
};
const rowAt = (event: PointerEvent): string | null => {
  const y = event.clientY - (event.currentTarget as Element).getBoundingClientRect().top;
  return rows.value.find((one) => y >= one.top && y < one.top + one.height)?.name ?? null;
};
const beginMark = (event: PointerEvent): void => {
  if (!props.mayPlan || event.button !== 0 || event.pointerType === 'touch') return;
  const at = timeAt(event);
  mark.value = { a: at, b: at, team: by.value === 'team' ? rowAt(event) : null };
};
const moveMark = (event: PointerEvent): void => {
  if (mark.value) mark.value = { ...mark.value, b: timeAt(event) };
};
const plan = (from: number, to: number, team: string | null): void => {
  const stretch = markedOf(from, to, latestNow());
  const named = team && team !== NO_TEAM ? `&team=${encodeURIComponent(team)}` : '';
  if (stretch) router.visit(`/changes/new?begin=${stretch.from}&end=${stretch.to}${named}`);
};
const endMark = (): void => {
  const marked = mark.value;
  mark.value = null;
  // A press without a drag is none: it puts the hour there that keys move.
  if (marked && Math.abs(x(marked.b) - x(marked.a)) >= 6) plan(marked.a, marked.b, marked.team);
};
/** An hour that keys move, and a press or a touch puts somewhere: what a mouse drags, for everybody. */
const hour = ref<{ from: number; to: number; team: string | null } | null>(null);
const bounds = (): { from: number; to: number } => ({ from: latestNow(), to: Infinity });
const putHour = (event: PointerEvent): void => {
  if (!props.mayPlan) return;
  const at = timeAt(event) - STEP * 2;
  hour.value = {
    ...dragged({ from: at, to: at + STEP * 4 }, 'whole', 0, bounds()),
    team: by.value === 'team' ? rowAt(event) : null,
  };
};
const reachHour = (): void => {
  hour.value ??= {
    ...dragged(
      { from: Math.max(latestNow(), start.value), to: Math.max(latestNow(), start.value) + STEP * 4 },
      'whole',
      0,
      bounds(),
    ),
    team: null,
  };
};
const moveHour = (event: KeyboardEvent): void => {
  const held = hour.value;
  if (!held) return;
  const step = { day: STEP, week: STEP * 4, quarter: DAY }[span.value];
  const by = { ArrowLeft: -step, ArrowRight: step, PageUp: -DAY, PageDown: DAY }[event.key];
  if (by !== undefined) {
    hour.value = { ...held, ...dragged(held, event.shiftKey ? 'end' : 'whole', by, bounds()) };
    // It takes along what is looked at.
    moved.value += Math.floor((hour.value.from - start.value) / (days.value * DAY));
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
    hour.value = { ...held, team: nextTeam(event.key, held.team) };
  else if (event.key === 'Enter') plan(held.from, held.to, held.team);
  else if (event.key === 'Escape') hour.value = null;
  else return;
  event.preventDefault();
};
const nextTeam = (key: string, team: string | null): string | null => {
  if (by.value !== 'team') return null;
  const names = [null, ...rows.value.map((one) => one.name)];
  return names.at((names.indexOf(team) + (key === 'ArrowDown' ? 1 : names.length - 1)) % names.length) ?? null;
};
const hourRow = computed(() => rows.value.find((one) => one.name === hour.value?.team));
const hourWords = computed(() => {
  const one = hour.value;
  return one ? clockSpan(one.from, one.to) + (one.team && one.team !== NO_TEAM ? `, ${one.team}` : '') : '';
});
const when = (one: { from: number; to: number }): string => clockSpan(one.from, one.to);
</script>

<template>
  <section ref="frame" aria-labelledby="calendar" class="border border-line bg-sheet">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-3 py-1.5 text-small">
      <h2 id="calendar" class="text-ink!">Calendar</h2>
      <label class="flex items-center gap-1"
        ><span class="sr-only">How much of it</span>
        <select v-model="span" class="field py-0.5" @change="moved = 0">
          <option v-for="one in SPANS" :key="one.id" :value="one.id">{{ one.words }}</option>
        </select></label
      >
      <label class="flex items-center gap-1"
        ><span class="sr-only">Rows</span>
        <select v-model="by" class="field py-0.5">
          <option v-for="one in ROWS" :key="one.id" :value="one.id">{{ one.words }}</option>
        </select></label
      >
      <span class="flex gap-3">
        <button type="button" class="link min-h-6" @click="moved--">Earlier</button>
        <button v-if="moved !== 0" type="button" class="link min-h-6" @click="moved = 0">Now</button>
        <button type="button" class="link min-h-6" @click="moved++">Later</button>
      </span>
      <span class="ml-auto text-ink-2">{{ plural(within.length, 'change') }}</span>
    </div>
    <div class="relative">
      <svg
        v-if="width > 0"
        :width="width"
        :height="height"
        class="block"
        :class="mayPlan ? 'cursor-crosshair' : ''"
        aria-hidden="true"
        @pointerdown="beginMark"
        @pointermove="moveMark"
        @pointerup="endMark"
        @pointerleave="mark = null"
        @click="putHour"
      >
        <CalendarGround
          v-for="one in behind"
          :key="`${one.kind} ${one.name} ${one.from}`"
          :line="one"
          :left="clamped(one.from)"
          :width="clamped(one.to) - clamped(one.from)"
          :top="TOP - 4"
          :bottom="height"
          :when="when(one)"
        />
        <g v-for="(tick, i) in ticks" :key="tick.at">
          <line :x1="x(tick.at)" :x2="x(tick.at)" :y1="TOP - 6" :y2="height" stroke="var(--line)" />
          <text v-if="i % everyTick === 0" :x="x(tick.at) + 3" y="13" class="fill-ink-3 font-mono text-[11px]">
            {{ tick.words }}
          </text>
        </g>
        <g v-for="row in rows" :key="row.name">
          <line x1="0" :x2="LEFT + inner" :y1="row.top + row.height" :y2="row.top + row.height" stroke="var(--line)" />
          <rect
            v-for="open in row.open.filter((one) => one.from < end && one.to > start)"
            :key="open.from"
            :x="clamped(open.from)"
            :y="row.top + row.height - 3"
            :width="Math.max(1, clamped(open.to) - clamped(open.from))"
            height="3"
            fill="var(--calm)"
          />
          <svg x="0" :y="row.top" :width="LEFT - 8" :height="row.height">
            <text x="10" y="15" class="fill-ink-2 text-[12px]">{{ row.name }}</text>
          </svg>
          <ChangeBar
            v-for="one in row.lanes"
            :key="one.change.id"
            :change="one.change"
            :left="clamped(one.from)"
            :top="row.top + 4 + one.lane * LANE"
            :width="clamped(one.to) - clamped(one.from)"
            :height="LANE - 4"
            :collides="colliding.has(one.change.ref)"
            :when="when(one)"
          />
        </g>
        <rect
          v-if="mark"
          :x="Math.min(x(mark.a), x(mark.b))"
          :y="TOP - 4"
          :width="Math.abs(x(mark.b) - x(mark.a))"
          :height="height - TOP + 4"
          fill="var(--ink)"
          opacity="0.15"
          stroke="var(--ink)"
        />
        <line
          v-if="now > start && now < end"
          :x1="x(now)"
          :x2="x(now)"
          y1="2"
          :y2="height"
          stroke="var(--call)"
          stroke-width="2"
        />
      </svg>
      <div
        v-if="mayPlan && width > 0"
        role="slider"
        tabindex="0"
        aria-label="Time to plan a change in"
        :aria-valuemin="start"
        :aria-valuemax="end"
        :aria-valuenow="hour?.from ?? start"
        :aria-valuetext="hourWords || 'none yet'"
        class="absolute min-w-2 border-2"
        :class="
          hour && hour.to > start && hour.from < end ? 'border-ink bg-ink/15' : 'pointer-events-none border-transparent'
        "
        :style="{
          left: `${clamped(hour?.from ?? start)}px`,
          width: `${hour ? Math.max(8, clamped(hour.to) - clamped(hour.from)) : 8}px`,
          top: `${hourRow?.top ?? TOP - 4}px`,
          height: `${hourRow?.height ?? height - TOP + 4}px`,
        }"
        @focus="reachHour"
        @keydown="moveHour"
      ></div>
    </div>
    <p v-if="hour" role="status" class="flex flex-wrap items-baseline gap-x-4 px-3 py-1 text-small">
      <span class="font-semibold">{{ hourWords }}</span>
      <button type="button" class="link min-h-6" @click="plan(hour.from, hour.to, hour.team)">
        Plan a change then
      </button>
      <button type="button" class="link min-h-6" @click="hour = null">Let go</button>
      <span class="text-ink-2 max-sm:hidden"
        >Arrows move it, with Shift its end; up and down another team; Enter plans it.</span
      >
    </p>
    <p v-if="within.length === 0" class="px-3 pb-2 text-small text-ink-2">Nothing is planned or done in this time.</p>
    <p class="border-t border-line px-3 py-1 text-tiny text-ink-2">
      Broken outline: not approved yet. Filled: under way, or over. Thick outline: in the way of another. Grey ground:
      nothing is to be changed; lighter, other work. Tinted ground: an incident. Line at the foot of a row: hours in
      which things may be taken down.<template v-if="mayPlan">
        Drag over free ground to plan a change there, or press or touch it.</template
      >
    </p>
  </section>
</template>
