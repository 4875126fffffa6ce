<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { UncoordinatedLine } from '@/lib/shapes';

export const decisions: Decisions<UncoordinatedLine> = {
  order: 4,
  follows: { 'coordination.': ['uncoordinated'], 'incident.': ['uncoordinated'] },
  rows: (props) =>
    (props['uncoordinated'] as UncoordinatedLine[]).map((one) => ({ id: `uncoordinated-${one.incident}`, item: one })),
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';

/** An incident whose coordinator is there no more. */
defineProps<{ item: UncoordinatedLine; selected: boolean }>();
const shared = useShared();
const action = useAction();
</script>

<template>
  <article
    class="rounded-edge border border-l-[5px] border-l-call bg-sheet px-3 py-2.5"
    :class="selected ? 'border-ink' : 'border-line'"
  >
    <h3>
      Nobody coordinates
      <Link :href="`/incidents/${item.incident}`" class="hover:underline">{{ item.ref }} {{ item.title }}</Link>
    </h3>
    <p class="text-small text-ink-2">Priority {{ item.priority }}. Whoever did is not here any more.</p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p v-if="shared.me?.coordinates" class="mt-1">
      <ActButton
        main
        :busy="action.busy.value"
        :aria-label="`Take coordination of ${item.ref}`"
        @click="action.send(`/incidents/${item.incident}/coordinate`, { from: null })"
        >Take coordination</ActButton
      >
    </p>
  </article>
</template>
