<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'alarm', order: 5, follows: {} };
</script>

<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { clockTime, millis } from '@/lib/time';
import type { FindingProps } from '@/pages/Incidents/finding';
import { useRoom } from '@/pages/Incidents/roomState';

/** For whoever comes back: only what is new since they left, as far as it matters. */
const { room, incident } = useRoom<FindingProps>();
const read = useLocalStorage(`back-${incident.value.id}`, '');
const SHOWN = 8;
const news = computed(() => {
  const left = room.value.leftAt;
  return left === null || read.value === left
    ? []
    : room.value.journal.lines.filter((entry) => entry.weight === 'strong' && millis(entry.at) > millis(left));
});
/** Whether they left before what came of the journal begins. */
const goesFurther = computed(() => {
  const { lines, earlier } = room.value.journal;
  return earlier > 0 && lines[0] !== undefined && millis(lines[0].at) > millis(room.value.leftAt ?? '');
});
</script>

<template>
  <section
    v-if="room.leftAt && news.length"
    class="mb-3 border border-line border-l-4 border-l-ink bg-sheet p-2 text-small"
    aria-label="Since you left"
  >
    <h2>Since {{ clockTime(room.leftAt) }}, when you left</h2>
    <ul class="mt-1">
      <li v-for="entry in news.slice(-SHOWN)" :key="entry.seq">
        <span class="font-mono text-tiny text-ink-3">{{ clockTime(entry.at) }}</span>
        <strong>{{ entry.lead }}</strong>{{ entry.rest ? `: ${entry.rest.slice(0, 160)}` : '' }}
      </li>
    </ul>
    <p v-if="news.length > SHOWN || goesFurther" class="text-ink-2">
      {{ goesFurther ? 'More' : news.length - SHOWN }} earlier ones stand in the journal.
    </p>
    <button type="button" class="link min-h-6" @click="read = room.leftAt ?? ''">I have read it</button>
  </section>
</template>
