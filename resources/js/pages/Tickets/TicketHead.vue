<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import TimeAgo from '@/components/TimeAgo.vue';
import { quoted, type TicketDetail } from '@/pages/Tickets/tickets';

/** Whose ticket it is, how it came, with whom it is, and what it says. */
defineProps<{ ticket: TicketDetail }>();
</script>

<template>
  <p class="text-small text-ink-2">
    <span class="font-mono">{{ ticket.ref }}</span>,
    <template v-if="ticket.part_of"
      >a task of
      <Link v-if="ticket.part_of.link" :href="ticket.part_of.link" class="link"
        >{{ ticket.part_of.ref }} {{ ticket.part_of.title }}</Link
      ><template v-else>{{ ticket.part_of.ref }}, {{ ticket.part_of.title }}</template
      >, for {{ ticket.team ?? 'the desk' }}, asked</template
    ><template v-else
      >{{ ticket.name ?? 'somebody who gave no name' }}{{ ticket.place ? `, ${ticket.place}` : '' }},
      {{ ticket.way }}</template
    >
    <TimeAgo :at="ticket.opened_at" />.
    {{ ticket.mine ? 'You have it.' : `With ${ticket.who}.` }}
    <a v-if="ticket.follow" :href="ticket.follow" class="link" target="_blank">What they see</a>
  </p>
  <h2 class="mt-1 mb-3 text-xl! font-bold! text-ink!">{{ quoted(ticket) }}</h2>
</template>
