<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { CoverGap } from '@/lib/types';

export const decisions: Decisions<CoverGap[]> = {
  order: 50,
  follows: { 'rota.': ['gaps'], 'person.': ['gaps'] },
  rows: (props) => {
    const gaps = props['gaps'] as CoverGap[];
    return gaps.length ? [{ id: 'gaps', item: gaps }] : [];
  },
};
</script>

<script setup lang="ts">
import GapsCard from '@/pages/Rota/GapsCard.vue';

/** Times at which nobody is on call. */
defineProps<{ item: CoverGap[]; selected: boolean }>();
</script>

<template>
  <GapsCard :gaps="item" :selected="selected" />
</template>
