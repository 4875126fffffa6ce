<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { CoordinationLine } from '@/lib/shapes';

export const decisions: Decisions<CoordinationLine> = {
  order: 5,
  follows: { 'coordination.': ['coordination'], 'incident.': ['coordination'] },
  rows: (props) =>
    (props['coordination'] as CoordinationLine[]).map((offer) => ({
      id: `coordination-${offer.incident}`,
      item: offer,
    })),
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import HandoverNote from '@/pages/Incidents/HandoverNote.vue';

/** An incident whose coordination somebody hands to whoever looks: yes or no. */
defineProps<{ item: CoordinationLine; selected: boolean }>();
</script>

<template>
  <article class="rounded-edge border bg-sheet px-3 py-2.5" :class="selected ? 'border-ink' : 'border-line'">
    <h3>
      <Link :href="`/incidents/${item.incident}`" class="hover:underline">{{ item.ref }} {{ item.title }}</Link>
    </h3>
    <HandoverNote class="mt-1" :offer="item" />
  </article>
</template>
