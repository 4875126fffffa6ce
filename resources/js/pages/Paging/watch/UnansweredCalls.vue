<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { UnansweredCall } from '@/lib/types';

export const decisions: Decisions<UnansweredCall> = {
  order: 10,
  follows: { 'call.': ['unanswered'], 'incident.': ['unanswered'] },
  rows: (props) =>
    (props['unanswered'] as UnansweredCall[]).map((call) => ({ id: `call-${call.id}`, since: call.at, item: call })),
};
</script>

<script setup lang="ts">
import { useWatch } from '@/pages/Incidents/watchState';
import UnansweredCard from '@/pages/Paging/UnansweredCard.vue';

/** A call from which nobody comes. */
defineProps<{ item: UnansweredCall; selected: boolean }>();
const { coordinates } = useWatch();
</script>

<template>
  <UnansweredCard :call="item" :selected="selected" :may-act="coordinates" />
</template>
