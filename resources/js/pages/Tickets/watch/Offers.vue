<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { OfferLine } from '@/lib/shapes';

export const decisions: Decisions<OfferLine> = {
  order: 16,
  follows: { 'ticket.': ['offers'] },
  rows: (props) => (props['offers'] as OfferLine[]).map((offer) => ({ id: `offer-${offer.id}`, item: offer })),
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import OfferedNote from '@/pages/Tickets/OfferedNote.vue';

/** A ticket that somebody hands to whoever looks: yes or no. */
defineProps<{ item: OfferLine; selected: boolean }>();
</script>

<template>
  <article class="rounded-edge border bg-sheet px-3 py-2.5" :class="selected ? 'border-ink' : 'border-line'">
    <h3>
      <Link :href="`/tickets/${item.id}`" class="hover:underline">{{ item.ref }} “{{ item.what }}”</Link>
    </h3>
    <OfferedNote class="mt-1" :ticket="item" />
  </article>
</template>
