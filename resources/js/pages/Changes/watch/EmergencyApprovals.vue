<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { ApprovalLine } from '@/lib/shapes';

export const decisions: Decisions<ApprovalLine> = {
  order: 12,
  follows: { 'change.': ['approvals'] },
  rows: (props) =>
    (props['approvals'] as ApprovalLine[])
      .filter((one) => one.kind === 'emergency')
      .map((one) => ({ id: `approval-${one.id}`, item: one })),
};
</script>

<script setup lang="ts">
import ApprovalCard from '@/pages/Changes/ApprovalCard.vue';

/** Emergency changes that wait for a yes or no: whatever they mend goes on until then. */
defineProps<{ item: ApprovalLine; selected: boolean }>();
</script>

<template>
  <ApprovalCard :item="item" :selected="selected" />
</template>
