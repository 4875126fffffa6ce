<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { BackdropLine, ChangeLine, CollisionLine } from '@/lib/shapes';
import { plural } from '@/lib/states';
import { clockSpan, clockTime, millis, useNow } from '@/lib/time';
import { lanesOf, rowsOf, ROWS, SPANS } from '@/pages/Changes/changes';

/** The time band with a row for each team or thing that is worked on: freezes and incidents behind, what collides marked. */
const props = defineProps<{
  changes: ChangeLine[];
  collisions: CollisionLine[];
  backdrop: BackdropLine[];
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
const DAY = 86_400_000;
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
const colliding = computed(() => new Set(props.collisions.flatMap((one) => one.changes)));
const rows = computed(() => {
  let top = TOP;
  return rowsOf(
    within.value.map((one) => one.change),
    by.value,
  ).map((row) => {
    const spans = within.value.filter((one) => row.changes.includes(one.change));
    // What is narrower than its mark needs the room of the mark.
    const least = ((end.value - start.value) / inner.value) * 6;
    const lanes = lanesOf(spans.map((one) => ({ ...one, to: Math.max(one.to, one.from + least) })));
    const height = (Math.max(0, ...lanes.map((one) => one.lane)) + 1) * LANE + 6;
    const placed = { name: row.name, lanes, top, height };
    top += height;
    return placed;
  });
});
const height = computed(() => Math.max(TOP + 40, (rows.value.at(-1)?.top ?? TOP) + (rows.value.at(-1)?.height ?? 30)));
const behind = computed(() => props.backdrop.filter((one) => one.from < end.value && one.to > start.value));
const ticks = computed(() => {
  const step = span.value === 'day' ? 2 * 3_600_000 : span.value === 'week' ? DAY : 7 * DAY;
  const list: { at: number; words: string }[] = [];
  for (let at = start.value; at < end.value; at += step) {
    const words =
      span.value === 'day'
        ? clockTime(at).slice(-5)
        : new Intl.DateTimeFormat('en-GB', {
            ...(span.value === 'week' ? { weekday: 'short' } : {}),
            day: 'numeric',
            month: 'short',
          }).format(at);
    list.push({ at, words });
  }
  return list;
});
const everyTick = computed(() => Math.max(1, Math.ceil((ticks.value.length * 64) / inner.value)));
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
    <svg v-if="width > 0" :width="width" :height="height" class="block" aria-hidden="true">
      <g v-for="one in behind" :key="`${one.kind} ${one.name} ${one.from}`">
        <title>{{ one.name }}, {{ when(one) }}</title>
        <rect
          :x="clamped(one.from)"
          :y="TOP - 4"
          :width="Math.max(2, clamped(one.to) - clamped(one.from))"
          :height="height - TOP + 4"
          :fill="one.kind === 'freeze' ? 'var(--shade)' : 'var(--call)'"
          :opacity="one.kind === 'freeze' ? 1 : 0.16"
        />
        <text
          v-if="one.kind === 'freeze' && clamped(one.to) - clamped(one.from) > 60"
          :x="clamped(one.from) + 4"
          :y="height - 5"
          class="fill-ink-2 text-[11px]"
        >
          {{ one.name }}
        </text>
      </g>
      <g v-for="(tick, i) in ticks" :key="tick.at">
        <line :x1="x(tick.at)" :x2="x(tick.at)" :y1="TOP - 6" :y2="height" stroke="var(--line)" />
        <text v-if="i % everyTick === 0" :x="x(tick.at) + 3" y="13" class="fill-ink-3 font-mono text-[11px]">
          {{ tick.words }}
        </text>
      </g>
      <g v-for="row in rows" :key="row.name">
        <line x1="0" :x2="LEFT + inner" :y1="row.top + row.height" :y2="row.top + row.height" stroke="var(--line)" />
        <svg x="0" :y="row.top" :width="LEFT - 8" :height="row.height">
          <text x="10" y="15" class="fill-ink-2 text-[12px]">{{ row.name }}</text>
        </svg>
        <g
          v-for="one in row.lanes"
          :key="one.change.id"
          class="cursor-pointer"
          @click="router.visit(`/changes/${one.change.id}`)"
        >
          <title>{{ one.change.ref }} {{ one.change.title }}, {{ when(one) }}, {{ one.change.words }}</title>
          <rect
            :x="clamped(one.from)"
            :y="row.top + 4 + one.lane * LANE"
            :width="Math.max(5, clamped(one.to) - clamped(one.from))"
            :height="LANE - 4"
            :fill="one.change.state === 'under-way' ? 'var(--ink)' : one.change.ended ? 'var(--grain)' : 'var(--paper)'"
            :stroke="colliding.has(one.change.ref) ? 'var(--call)' : 'var(--ink-2)'"
            :stroke-width="colliding.has(one.change.ref) ? 2.5 : 1.2"
            :stroke-dasharray="one.change.state === 'draft' || one.change.state === 'asked' ? '3 2' : undefined"
          />
          <svg
            v-if="clamped(one.to) - clamped(one.from) > 46"
            :x="clamped(one.from)"
            :y="row.top + 4 + one.lane * LANE"
            :width="clamped(one.to) - clamped(one.from) - 3"
            :height="LANE - 4"
          >
            <text
              x="4"
              y="11"
              class="text-[11px]"
              :fill="one.change.state === 'under-way' ? 'var(--on-ink)' : 'var(--ink)'"
            >
              {{ one.change.ref }} {{ one.change.title }}
            </text>
          </svg>
        </g>
      </g>
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
    <p v-if="within.length === 0" class="px-3 pb-2 text-small text-ink-2">Nothing is planned or done in this time.</p>
    <p class="border-t border-line px-3 py-1 text-tiny text-ink-2">
      Broken outline: not approved yet. Filled: under way, or over. Thick outline: in the way of another. Grey ground:
      nothing is to be changed. Tinted ground: an incident.
    </p>
  </section>
</template>
