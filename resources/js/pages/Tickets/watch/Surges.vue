<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { SurgeLine } from '@/lib/shapes';

export const decisions: Decisions<SurgeLine> = {
  order: 15,
  follows: { 'surge.': ['surges'], 'report.': ['surges'], 'incident.': ['surges'] },
  rows: (props) =>
    (props['surges'] as SurgeLine[]).map((surge) => ({ id: `surge-${surge.id}`, since: surge.began_at, item: surge })),
};
</script>

<script setup lang="ts">
import { computed } from 'vue';
import { useShared } from '@/lib/shared';
import { useWatch } from '@/pages/Incidents/watchState';
import SurgeCard from '@/pages/Tickets/SurgeCard.vue';

/** More reports than usual. */
const props = defineProps<{ item: SurgeLine; selected: boolean }>();
const { coordinates, declaring } = useWatch();
const shared = useShared();
const mayLink = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const declare = (): void => {
  declaring.value = {
    key: `surge-${props.item.id}`,
    words: `From ${props.item.reports.length} reports on ${props.item.service}`,
    alerts: [],
    reports: props.item.reports,
  };
};
</script>

<template>
  <SurgeCard :surge="item" :selected="selected" :may-link="mayLink" :may-declare="coordinates" @declare="declare" />
</template>
