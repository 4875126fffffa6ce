<script setup lang="ts">
import { computed } from 'vue';
import { clockTime, millis, useNow } from '@/lib/time';
import type { WhyEntry } from '@/pages/Signals/why';

/** When it fired, when an alert was open, and each signal, along one line of time. */
const props = defineProps<{
  signals: { id: number; at: string; condition: string }[];
  entries: WhyEntry[];
  from: string;
  to: string | null;
}>();
const now = useNow();
const WIDTH = 1000;

const end = computed(() => (props.to ? millis(props.to) : now.value));
const start = computed(() => Math.min(millis(props.from), ...props.entries.map((entry) => entry.at)));
const span = computed(() => Math.max(60_000, end.value - start.value) * 1.04);
const x = (at: number): number =>
  Math.max(0, Math.min(WIDTH, ((at - start.value + span.value * 0.02) / span.value) * WIDTH));
const stretches = (begins: string[], ends: string[]): { from: number; to: number }[] => {
  const found: { from: number; to: number }[] = [];
  let since: number | null = null;
  for (const entry of props.entries) {
    if (begins.includes(entry.kind)) since ??= entry.at;
    else if (ends.includes(entry.kind) && since !== null) {
      found.push({ from: since, to: entry.at });
      since = null;
    }
  }
  if (since !== null) found.push({ from: since, to: end.value });
  return found;
};
const bursts = computed(() => stretches(['began', 'goes_on'], ['ended', 'held', 'quiet']));
const opens = computed(() => stretches(['opened', 'reopened'], ['closed']));
const ticks = computed(() => {
  const step =
    [60, 300, 900, 3600, 4 * 3600, 86400].map((s) => s * 1000).find((size) => span.value / size <= 8) ?? 86_400_000;
  const first = Math.ceil(start.value / step) * step;
  return Array.from({ length: Math.max(0, Math.ceil((end.value - first) / step)) }, (_, i) => first + i * step);
});
const told = computed(
  () =>
    `Fired ${bursts.value.length} times; an alert was open ${opens.value.length} times. First ${clockTime(start.value)}.`,
);
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} 74`"
    class="w-full border border-line bg-sheet"
    role="img"
    :aria-label="told"
    preserveAspectRatio="none"
    height="74"
  >
    <g v-for="tick in ticks" :key="tick">
      <line :x1="x(tick)" :x2="x(tick)" y1="0" y2="60" stroke="var(--line)" />
      <text :x="x(tick) + 3" y="71" font-size="11" fill="var(--ink-2)">{{ clockTime(tick) }}</text>
    </g>
    <rect
      v-for="(open, i) in opens"
      :key="`o${i}`"
      :x="x(open.from)"
      y="8"
      :width="Math.max(2, x(open.to) - x(open.from))"
      height="44"
      fill="var(--shade)"
      stroke="var(--ink)"
    >
      <title>Alert open {{ clockTime(open.from) }} to {{ clockTime(open.to) }}</title>
    </rect>
    <rect
      v-for="(burst, i) in bursts"
      :key="`b${i}`"
      :x="x(burst.from)"
      y="20"
      :width="Math.max(2, x(burst.to) - x(burst.from))"
      height="12"
      fill="var(--ink)"
    >
      <title>Fired {{ clockTime(burst.from) }} to {{ clockTime(burst.to) }}</title>
    </rect>
    <line
      v-for="signal in signals"
      :key="signal.id"
      :x1="x(millis(signal.at))"
      :x2="x(millis(signal.at))"
      y1="38"
      :y2="signal.condition === 'firing' ? 50 : 44"
      :stroke="signal.condition === 'firing' ? 'var(--call)' : 'var(--calm)'"
      stroke-width="1.5"
    />
  </svg>
  <p class="mt-1 text-tiny text-ink-2">
    Frame: an alert was open. Bar: it fired. Strokes: single signals, long ones firing, short ones clear.
  </p>
</template>
