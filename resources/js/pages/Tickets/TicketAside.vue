<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import StoryList from '@/components/StoryList.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import WhyForm from '@/components/WhyForm.vue';
import type { JournalLine } from '@/lib/types';
import type { TicketPromise } from '@/lib/shapes';
import { lasting } from '@/lib/time';
import FollowByMail from '@/pages/Updates/FollowByMail.vue';
import NotesElsewhere from '@/pages/Tickets/NotesElsewhere.vue';
import StepsList from '@/pages/Tickets/StepsList.vue';
import TriedList from '@/pages/Tickets/TriedList.vue';
import SuggestedList from '@/pages/Tickets/SuggestedList.vue';
import CorrectForm from '@/pages/Tickets/CorrectForm.vue';
import type { Named, TicketDetail } from '@/pages/Tickets/tickets';

/** What Skarvo makes of a ticket: where it belongs, what it is about, what was promised, what else there is. */
const props = defineProps<{
  ticket: TicketDetail;
  services: Named[];
  teams: Named[];
  checklists: { id: number; name: string; service_id: string | null }[];
  story: JournalLine[];
  mayWork: boolean;
  mayUnlink: boolean;
  mayForget: boolean;
}>();
const suggestions = ref<InstanceType<typeof SuggestedList> | null>(null);
defineExpose({
  use: () => suggestions.value?.useAll(),
  raise: (urgency: string) => suggestions.value?.set({ urgency }),
});
defineEmits<{ link: [incident: number] }>();
const isTask = computed(() => props.ticket.kind === 'task');
const names = computed<Record<string, string>>(() =>
  isTask.value ? { respond: 'Taken', restore: 'Done' } : { respond: 'First answer', restore: 'Solved' },
);
const stands = (one: TicketPromise): string => {
  if (one.state === 'met') return one.left === null ? 'kept' : `kept, with ${lasting(one.left)} to spare`;
  if (one.state === 'met_late') return `kept ${lasting(-(one.left ?? 0))} late`;
  if (one.state === 'missed') return `missed by ${lasting(-(one.left ?? 0))}`;
  if (one.state === 'none') return 'nothing is promised';
  const left = `${lasting(one.left ?? 0)} left`;
  if (one.state === 'paused') return `${left}; stands still while they are asked`;
  return one.state === 'outside' ? `${left}; counts again when the desk opens` : left;
};
</script>

<template>
  <div class="grid content-start gap-5">
    <section v-if="ticket.incident || ticket.guesses.length" aria-labelledby="belongs">
      <h2 id="belongs" class="mb-1">Belongs to</h2>
      <p v-if="ticket.incident">
        <Link :href="`/incidents/${ticket.incident.id}`" class="link font-semibold"
          >{{ ticket.incident.ref }} {{ ticket.incident.title }}</Link
        >{{ ticket.incident.is_open ? '' : ', which is over' }}
      </p>
      <WhyForm
        v-if="ticket.incident?.is_open && mayUnlink"
        words="It is something else…"
        :about="ticket.ref"
        question="Why it does not belong there"
        button="Unlink it"
        :url="`/reports/${ticket.report}/unlink`"
      />
      <ul v-else-if="!ticket.incident?.is_open">
        <li
          v-for="(guess, i) in ticket.guesses"
          :key="guess.id"
          class="row-rule flex items-start justify-between gap-3 py-1.5"
        >
          <span
            ><Link :href="`/incidents/${guess.id}`" class="link font-semibold">{{ guess.ref }}</Link> {{ guess.title }}
            <span class="block text-small text-ink-2"
              >{{ Math.round(guess.score * 100) }}%: {{ guess.because.join('; ') }}</span
            ></span
          >
          <ActButton
            v-if="mayWork"
            class="shrink-0"
            :shortcut="i === 0 ? 'l' : undefined"
            @click="$emit('link', guess.id)"
            >Link</ActButton
          >
        </li>
      </ul>
    </section>
    <section v-if="!isTask" aria-labelledby="about">
      <h2 id="about" class="mb-1">What it is about</h2>
      <SuggestedList v-if="mayWork" ref="suggestions" :key="`suggested-${ticket.id}`" :ticket="ticket" :teams="teams" />
      <CorrectForm :key="ticket.id" :ticket="ticket" :services="services" :may-work="mayWork" />
    </section>
    <StepsList
      v-if="!isTask"
      :key="`steps-${ticket.id}`"
      :ticket="ticket"
      :teams="teams"
      :checklists="checklists"
      :may-work="mayWork"
    />
    <TriedList :key="`tried-${ticket.id}`" :ticket="ticket" :may-work="mayWork" />
    <section aria-labelledby="promised">
      <h2 id="promised" class="mb-1">Targets, priority {{ ticket.priority }}</h2>
      <ul class="text-small">
        <li v-for="one in ticket.promises" :key="one.name" class="row-rule py-1">
          <strong>{{ names[one.name] ?? one.name }}</strong>:
          <span :class="one.state === 'missed' ? 'font-semibold text-call' : ''">{{ stands(one) }}</span><template
            v-if="one.due && one.state !== 'missed'"
            >, <TimeAgo :at="one.due"
          /></template>
        </li>
      </ul>
    </section>
    <section v-if="ticket.elsewhere.length" aria-labelledby="elsewhere">
      <h2 id="elsewhere" class="mb-1">Said on what it belongs to</h2>
      <NotesElsewhere :notes="ticket.elsewhere" />
    </section>
    <section v-if="ticket.others.length" aria-labelledby="others">
      <h2 id="others" class="mb-1">Other tickets of {{ ticket.name ?? 'theirs' }}</h2>
      <ul class="text-small">
        <li v-for="one in ticket.others" :key="one.id" class="py-0.5">
          <Link :href="`/tickets/${one.id}`" class="link">{{ one.ref }}</Link> “{{ one.what }}”,
          <span class="text-ink-2">{{ one.state }}</span>
        </li>
      </ul>
    </section>
    <section aria-labelledby="ticket-history">
      <h2 id="ticket-history" class="mb-1">History</h2>
      <StoryList :entries="story" />
      <p v-if="story.length === 0" class="text-small text-ink-2">Nothing was done yet.</p>
      <FollowByMail
        address="/follows/record"
        :record="{ kind: 'ticket', id: ticket.id }"
        what="ticket"
        gets="You are mailed what happens to it."
      />
      <WhyForm
        v-if="mayForget && !isTask"
        class="mt-2"
        words="Erase whoever reported it…"
        :about="ticket.ref"
        question="Why they and what was said are erased; the ticket and its history stay"
        button="Erase them"
        :url="`/tickets/${ticket.id}/forget`"
      />
    </section>
  </div>
</template>
