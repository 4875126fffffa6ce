<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { clockOf, instantOf, localOf, presently, useNow } from '@/lib/time';
import type { Turn } from '@/pages/Rota/rota';

/** Turns on a line of time, a week a row, with what is mine, what was changed by hand, and where nobody is. */
const props = defineProps<{
  turns: Turn[];
  me: string;
  /** The zone on whose clocks days begin. */
  zone: string;
  single?: { from: number; to: number; name: string | null }[];
}>();
const thin = (row: { from: number; to: number }) =>
  (props.single ?? []).filter((one) => one.from < row.to && one.to > row.from);
const now = useNow();
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const WEEK = 7 * 86_400_000;
const HEIGHT = 30;
const weeks = computed(() => {
  // Dates on the clocks of the zone, reckoned as if they were UTC.
  const day = new Date(`${localOf(props.turns[0]?.from ?? presently(), props.zone).slice(0, 10)}T00:00Z`);
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7));
  const begins = (): number => instantOf(day.toISOString(), props.zone);
  const last = props.turns.at(-1)?.to ?? presently();
  const rows: { from: number; to: number; turns: Turn[] }[] = [];
  for (let from = begins(), to = from; from < last; from = to) {
    day.setUTCDate(day.getUTCDate() + 7);
    to = begins();
    rows.push({ from, to, turns: props.turns.filter((turn) => turn.from < to && turn.to > from) });
  }
  return rows;
});
const LABEL = 84;
const x = (row: { from: number; to: number }, at: number): number =>
  LABEL + (Math.max(0, Math.min(at, row.to) - row.from) / (row.to - row.from || WEEK)) * (width.value - LABEL);
const fill = (turn: Turn): string =>
  turn.person === null ? 'none' : turn.person === props.me ? 'var(--ink)' : 'var(--shade)';
const clockTime = computed(() => clockOf(props.zone));
const day = (at: number): string =>
  new Date(at).toLocaleDateString('en-GB', { timeZone: props.zone, day: 'numeric', month: 'short' });
</script>

<template>
  <div ref="frame">
    <svg
      :width="width"
      :height="weeks.length * HEIGHT + 16"
      role="img"
      aria-label="Turns week by week, listed below"
      class="block"
    >
      <text
        v-for="(name, i) in ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']"
        :key="name"
        :x="LABEL + ((width - LABEL) / 7) * i"
        y="11"
        class="fill-ink-3 text-[12px]"
      >
        {{ name }}
      </text>
      <g v-for="(row, i) in weeks" :key="row.from" :transform="`translate(0 ${16 + i * HEIGHT})`">
        <text x="0" y="19" class="fill-ink-2 text-[12px]">{{ day(row.from) }}</text>
        <line
          v-for="n in 7"
          :key="n"
          :x1="LABEL + ((width - LABEL) / 7) * (n - 1)"
          :x2="LABEL + ((width - LABEL) / 7) * (n - 1)"
          y1="0"
          :y2="HEIGHT"
          stroke="var(--line)"
        />
        <g v-for="turn in row.turns" :key="turn.from">
          <title>{{ turn.name ?? 'nobody' }}, {{ clockTime(turn.from) }} to {{ clockTime(turn.to) }}</title>
          <rect
            :x="x(row, turn.from) + 1"
            y="3"
            :width="Math.max(1, x(row, turn.to) - x(row, turn.from) - 2)"
            :height="HEIGHT - 6"
            :fill="fill(turn)"
            :stroke="turn.person === null ? 'var(--call)' : turn.changed ? 'var(--ink)' : 'var(--line)'"
            :stroke-width="turn.changed || turn.person === null ? 1.5 : 1"
            :stroke-dasharray="turn.person === null ? '3 3' : undefined"
          />
          <svg
            :x="x(row, turn.from) + 6"
            y="3"
            :width="Math.max(0, x(row, turn.to) - x(row, turn.from) - 10)"
            :height="HEIGHT - 6"
          >
            <text y="16" class="text-[12px]" :class="turn.person === me ? 'fill-on-ink' : 'fill-ink'">
              {{ turn.name ?? 'nobody' }}
            </text>
          </svg>
        </g>
        <g v-for="one in thin(row)" :key="`thin-${one.from}`">
          <title>
            {{ one.name ? `Single-handed: a call reaches ${one.name} and nobody else` : 'A call reaches nobody' }}
          </title>
          <line
            :x1="x(row, one.from)"
            :x2="x(row, one.to)"
            :y1="HEIGHT - 1.5"
            :y2="HEIGHT - 1.5"
            stroke="var(--call)"
            stroke-width="3"
          />
        </g>
        <line
          v-if="row.from <= now && now < row.to"
          :x1="x(row, now)"
          :x2="x(row, now)"
          y1="0"
          :y2="HEIGHT"
          stroke="var(--call)"
          stroke-width="2"
        />
      </g>
    </svg>
  </div>
</template>
