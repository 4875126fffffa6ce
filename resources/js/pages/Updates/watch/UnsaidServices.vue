<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { UnsaidService } from '@/lib/types';

export const decisions: Decisions<UnsaidService[]> = {
  order: 30,
  follows: {
    'alert.': ['unsaid'],
    'signals.': ['unsaid'],
    'incident.': ['unsaid'],
    'update.': ['unsaid'],
    'status.': ['unsaid'],
    'quiet.': ['unsaid'],
  },
  rows: (props) => {
    const services = props['unsaid'] as UnsaidService[];
    return services.length ? [{ id: 'unsaid', item: services }] : [];
  },
};
</script>

<script setup lang="ts">
import { useWatch } from '@/pages/Incidents/watchState';
import UnsaidCard from '@/pages/Updates/UnsaidCard.vue';

/** Services that are worse than was published. */
defineProps<{ item: UnsaidService[]; selected: boolean }>();
const { coordinates, declaring } = useWatch();
const declare = (service: UnsaidService): void => {
  declaring.value = {
    key: `item-${service.item}`,
    words: `About ${service.name}`,
    alerts: [],
    reports: [],
    item: { id: service.item, name: service.name },
  };
};
</script>

<template>
  <UnsaidCard :services="item" :selected="selected" :may-act="coordinates" @declare="declare" />
</template>
