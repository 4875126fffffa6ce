<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import TimeAgo from '@/components/TimeAgo.vue';
import type { TicketLine } from '@/lib/shapes';
import { quoted } from '@/pages/Tickets/tickets';
import { languageNames } from '@/pages/Updates/languages';
import { millis, remaining, useNow } from '@/lib/time';

/** A ticket in the pile: what was said, who waits, and where it probably belongs. */
const props = defineProps<{
  ticket: TicketLine;
  link: string;
  selected: boolean;
  marked: boolean;
  mayMark: boolean;
  /** What is said besides what all lines say. */
  show: string[];
}>();
defineEmits<{ mark: [] }>();
const now = useNow();
const more = computed(() =>
  [
    props.show.includes('team') ? `for ${props.ticket.team ?? 'the desk'}` : '',
    props.show.includes('item') ? (props.ticket.item_name ?? 'no item') : '',
    props.show.includes('way') ? props.ticket.way : '',
    props.show.includes('language') ? (languageNames[props.ticket.language ?? 'en'] ?? '') : '',
  ].filter(Boolean),
);
const left = computed(() => (props.ticket.due === null ? null : millis(props.ticket.due) - now.value));
</script>

<template>
  <article
    :id="`ticket-${ticket.id}`"
    class="relative grid grid-cols-[1fr_auto] gap-x-2 border-l-4 py-2.5 pr-1 pl-3"
    :class="selected ? 'border-calm bg-sheet' : 'border-transparent'"
  >
    <h3 class="line-clamp-2 text-body! font-semibold">
      <Link
        :href="link"
        preserve-scroll
        preserve-state
        :only="['ticket', 'story']"
        :aria-current="selected ? 'true' : undefined"
        class="hover:underline"
        >{{ quoted(ticket) }}</Link
      >
    </h3>
    <input
      v-if="mayMark"
      type="checkbox"
      class="mt-0.5 size-5 accent-[var(--ink)]"
      :checked="marked"
      :aria-label="`Select ${ticket.ref}`"
      @change="$emit('mark')"
    />
    <p class="col-span-2 text-small text-ink-2">
      {{ ticket.ref }}, {{ [ticket.name, ticket.service, ticket.place].filter(Boolean).join(', ') }},
      <TimeAgo :at="ticket.opened_at" />
    </p>
    <p v-if="more.length || show.includes('waits')" class="col-span-2 text-small text-ink-2">
      {{ more.join(', ')
      }}<template v-if="show.includes('waits')"
        >{{ more.length ? ', ' : '' }}waits since <TimeAgo :at="ticket.waits_since"
      /></template>
    </p>
    <p v-if="ticket.offered?.mine" class="col-span-2 text-small font-semibold text-call">
      {{ ticket.offered.by }} hands it to you
    </p>
    <p v-if="ticket.more_urgent" class="col-span-2 text-small font-semibold text-call">
      More urgent: {{ ticket.more_urgent }}
    </p>
    <p class="col-span-2 text-small">
      <template v-if="ticket.part_of"
        >Task of
        <Link v-if="ticket.part_of.link" :href="ticket.part_of.link" class="link">{{
          ticket.part_of.ref
        }}</Link><template v-else>{{ ticket.part_of.ref }}</template
        >, for {{ ticket.team ?? 'the desk' }}.
      </template>
      <template v-else-if="ticket.incident"
        >{{ ticket.incident.is_open ? 'Belongs to' : 'Was part of' }}
        <Link :href="`/incidents/${ticket.incident.id}`" class="link">{{ ticket.incident.ref }}</Link>.
      </template>
      <template v-else-if="ticket.probably"
        >Probably <strong>{{ ticket.probably.ref }}</strong>: {{ ticket.probably.because.slice(0, 2).join('; ') }}.
      </template>
      <span class="text-ink-2">{{ ticket.mine ? 'Yours' : ticket.who }}, priority {{ ticket.priority }}</span
      ><span
        v-if="left !== null && ticket.state !== 'done' && !ticket.incident?.is_open"
        :class="left < 0 || ticket.is_near ? 'font-semibold text-call' : 'text-ink-2'"
        >, {{ left < 0 ? `overdue by ${remaining(-left)}` : `${remaining(left)} left` }}</span
      >
    </p>
  </article>
</template>
