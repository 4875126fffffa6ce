<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useCommands } from '@/lib/commands';
import { useScreenfulFirst } from '@/lib/screenful';
import { useShared } from '@/lib/shared';
import type { DeskLine, SurgeLine, TicketLine } from '@/lib/shapes';
import type { Beginning, JournalLine } from '@/lib/types';
import { plural } from '@/lib/states';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import FileList from '@/components/FileList.vue';
import AlsoHere from '@/pages/Tickets/AlsoHere.vue';
import AsWritten from '@/pages/Tickets/AsWritten.vue';
import NarrowPile from '@/pages/Tickets/NarrowPile.vue';
import OfferedNote from '@/pages/Tickets/OfferedNote.vue';
import SurgeCard from '@/pages/Tickets/SurgeCard.vue';
import TicketActions from '@/pages/Tickets/TicketActions.vue';
import TicketAside from '@/pages/Tickets/TicketAside.vue';
import TicketHead from '@/pages/Tickets/TicketHead.vue';
import TicketRow from '@/pages/Tickets/TicketRow.vue';
import TicketTalk from '@/pages/Tickets/TicketTalk.vue';
import { words, type Named, type OpenIncident, type TicketDetail } from '@/pages/Tickets/tickets';

/** The desk: the pile, sorted by who waits for whom and what runs out first, and one ticket of it. */
const props = defineProps<{
  pile: string;
  piles: { pile: string; words: string; count: number }[];
  tickets: TicketLine[];
  filter: Record<string, string>;
  lists: { name: string; query: string }[];
  surges: SurgeLine[];
  incidents: OpenIncident[];
  ticket: TicketDetail | null;
  story: JournalLine[];
  teams: Named[];
  people: Named[];
  desk?: DeskLine[];
  services: Named[];
  checklists: { id: number; name: string; service_id: string | null }[];
}>();
const shared = useShared();
const mayWork = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const coordinates = computed(() => shared.value.me?.coordinates ?? false);
const marked = ref<number[]>([]);
const declaring = ref<Beginning | null>(null);
const actions = ref<InstanceType<typeof TicketActions> | null>(null);
const talk = ref<InstanceType<typeof TicketTalk> | null>(null);
const aside = ref<InstanceType<typeof TicketAside> | null>(null);
const surgeCards = ref<InstanceType<typeof SurgeCard>[]>([]);
const narrowed = computed(() => new URLSearchParams({ pile: props.pile, ...props.filter }).toString());
const rows = useScreenfulFirst(
  () => props.tickets,
  () => narrowed.value,
);
const linkOf = (id: number): string => `/tickets/${id}?${narrowed.value}`;
const toggle = (id: number): void => {
  marked.value = marked.value.includes(id) ? marked.value.filter((one) => one !== id) : [...marked.value, id];
};
// What has left the pile is not acted on unseen.
watch(
  () => props.tickets,
  (now) => (marked.value = marked.value.filter((id) => now.some((one) => one.id === id))),
);
/** Nobody outside waits for a task: what is said about it stays inside. */
const isTask = computed(() => lines.value.some((one) => one.kind === 'task') || props.ticket?.kind === 'task');
/** What the actions are about: those that are marked, or else the one that is open. */
const chosen = computed(() => (marked.value.length ? marked.value : props.ticket ? [props.ticket.id] : []));
const lines = computed(() => props.tickets.filter((one) => chosen.value.includes(one.id)));
const likely = computed(() => lines.value[0]?.probably?.id ?? props.ticket?.guesses[0]?.id ?? null);
const move = (by: number): void => {
  const at = props.tickets.findIndex((one) => one.id === props.ticket?.id);
  const next = props.tickets[at === -1 ? 0 : Math.max(0, Math.min(props.tickets.length - 1, at + by))];
  if (next) router.get(linkOf(next.id), {}, { preserveScroll: true, preserveState: true, only: ['ticket', 'story'] });
};
const declare = (surge: SurgeLine): void => {
  declaring.value = {
    key: `surge-${surge.id}`,
    words: `From ${surge.reports.length} reports on ${surge.service}`,
    alerts: [],
    reports: surge.reports,
  };
};
useCommands(() => [
  { name: 'Next ticket', key: 'j', run: () => move(1) },
  { name: 'Previous ticket', key: 'k', run: () => move(-1) },
  ...(mayWork.value && props.ticket
    ? [
        { name: `Select ${props.ticket.ref}`, key: 'x', run: () => toggle(props.ticket?.id ?? 0) },
        ...(marked.value.length > 1 || isTask.value
          ? []
          : [{ name: `Answer ${props.ticket.ref}`, key: 'a', run: () => talk.value?.focus() }]),
        { name: `Internal note on ${props.ticket.ref}`, key: 'i', run: () => talk.value?.note() },
      ]
    : []),
  ...(mayWork.value && props.ticket?.suggested.length
    ? [{ name: 'Use what is suggested', key: 'u', run: () => aside.value?.use() }]
    : []),
  ...(mayWork.value && chosen.value.length
    ? [
        { name: 'Take', key: 't', run: () => actions.value?.take() },
        ...(chosen.value.length > 1
          ? [{ name: 'Answer all that are selected', key: 'a', run: () => actions.value?.open('answer') }]
          : []),
        { name: 'Hand over', key: 'h', run: () => actions.value?.open('hand') },
        { name: 'Close', key: 'c', run: () => actions.value?.open('close') },
        ...(isTask.value ? [] : [{ name: 'Link to an incident', key: 'g', run: () => actions.value?.open('link') }]),
        ...(likely.value
          ? [{ name: 'Link to the likely incident', key: 'l', run: () => actions.value?.link(likely.value ?? 0) }]
          : []),
      ]
    : []),
  ...(mayWork.value && props.surges[0]?.probably
    ? [{ name: 'Link the reports of the surge', key: 's', run: () => surgeCards.value[0]?.link() }]
    : []),
]);
const follows = {
  'ticket.': ['tickets', 'piles', 'ticket', 'story', 'surges'],
  'report.': ['tickets', 'piles', 'ticket', 'surges'],
  'incident.': ['tickets', 'piles', 'ticket', 'incidents'],
  'task.': ['ticket', 'story'],
  'checklist.': ['ticket', 'story', 'checklists'],
  'busy.': ['ticket'],
  'surge.': ['surges', 'tickets', 'ticket'],
};
</script>

<template>
  <AppShell :title="ticket ? `${ticket.ref}` : 'Tickets'" :follows="follows">
    <h1 class="sr-only">Tickets</h1>
    <div class="grid min-h-0 flex-1 lg:grid-cols-[390px_minmax(0,1fr)_320px]">
      <div
        class="min-h-0 overflow-y-auto border-line p-3 lg:border-r"
        :class="ticket ? 'max-lg:hidden' : ''"
        tabindex="0"
        role="region"
        aria-label="The pile"
      >
        <nav aria-label="Piles" class="mb-2 flex flex-wrap gap-x-4 text-small">
          <Link
            v-for="one in piles"
            :key="one.pile"
            class="py-1"
            :href="`/tickets?pile=${one.pile}`"
            :aria-current="one.pile === pile ? 'true' : undefined"
            :class="one.pile === pile ? 'border-b-2 border-ink font-bold' : 'text-ink-2 hover:text-ink'"
            >{{ one.pile === 'done' ? one.words : `${one.words} ${one.count}` }}</Link
          >
        </nav>
        <NarrowPile :pile="pile" :filter="filter" :lists="lists" :services="services" :teams="teams" />
        <h2 class="sr-only">{{ piles.find((one) => one.pile === pile)?.words }}</h2>
        <SurgeCard
          v-for="surge in surges"
          :key="surge.id"
          ref="surgeCards"
          class="mb-2"
          :surge="surge"
          :may-link="mayWork"
          :may-declare="coordinates"
          @declare="declare(surge)"
        />
        <div v-if="marked.length" class="sticky top-0 z-10 mb-2 border-2 border-ink bg-sheet p-2">
          <p class="mb-1 flex justify-between text-small font-semibold">
            {{ plural(marked.length, 'ticket') }} selected
            <button type="button" class="link font-normal" @click="marked = []">None</button>
          </p>
          <TicketActions
            ref="actions"
            :tickets="lines.map((one) => one.id)"
            :holders="lines.map((one) => one.holder)"
            :with="lines.map((one) => one.with)"
            :tasks="isTask"
            :mine="lines.length > 0 && lines.every((one) => one.mine)"
            :linked="lines.some((one) => one.incident?.is_open)"
            :likely="likely"
            :incidents="incidents"
            :teams="teams"
            :people="people"
            :desk="desk ?? []"
            @done="marked = []"
          />
        </div>
        <ul>
          <li v-for="one in rows" :key="one.id" class="row-rule">
            <TicketRow
              :ticket="one"
              :link="linkOf(one.id)"
              :show="(filter.show ?? '').split(',')"
              :selected="one.id === ticket?.id"
              :marked="marked.includes(one.id)"
              :may-mark="mayWork && one.state !== 'done'"
              @mark="toggle(one.id)"
            />
          </li>
        </ul>
        <p v-if="tickets.length === 0" class="mt-4 text-ink-2">
          {{ pile === 'ours' ? 'Nobody waits for us.' : pile === 'tasks' ? 'No team is asked for anything.' : 'None.' }}
          <template v-if="pile === 'ours'"
            >New reports come here by themselves, from <Link href="/report" class="link">the form</Link> and the
            interface.</template
          >
        </p>
        <p v-if="tickets.length >= 100" class="mt-2 text-small text-ink-2">The first 100 are shown.</p>
      </div>
      <div
        class="min-h-0 overflow-y-auto p-4"
        :class="ticket ? '' : 'max-lg:hidden'"
        tabindex="0"
        role="region"
        aria-label="The ticket"
      >
        <AlsoHere v-if="mayWork && !ticket" :ticket="null" />
        <template v-if="ticket">
          <p class="lg:hidden"><Link :href="`/tickets?pile=${pile}`" class="link text-small">Back to the pile</Link></p>
          <TicketHead :ticket="ticket" />
          <AsWritten
            v-if="ticket.translated"
            class="mb-3"
            :translated="ticket.translated"
            :original="ticket.original"
            :ticket="ticket.id"
            :post="0"
            :may-work="mayWork"
          />
          <AlsoHere v-if="mayWork" :ticket="ticket.id" />
          <FileList class="mb-3" :files="ticket.files" address="/files" />
          <p v-if="ticket.said.length" class="mb-3 text-small text-ink-2">They say: {{ ticket.said.join('; ') }}.</p>
          <p v-if="ticket.judged" class="mb-3 border-l-4 border-calm bg-sheet p-2">
            <strong>{{ ticket.judged.helped ? 'They say that it helped.' : 'They say that it did not help.' }}</strong>
            {{ ticket.judged.better ? `Better would be: ${ticket.judged.better}` : '' }}
          </p>
          <OfferedNote v-if="ticket.offered" :key="`offer-${ticket.id}`" class="mb-3" :ticket="ticket" />
          <p v-if="ticket.busy" class="mb-3 border-l-[5px] border-call bg-sheet p-2">
            <strong>{{ ticket.busy.name }}</strong>: this service counts more until <TimeAgo :at="ticket.busy.until" />.
            <template v-if="mayWork && ticket.busy.raise">
              <button type="button" class="link" @click="aside?.raise(ticket.busy.raise)">
                Raise it: it can wait {{ words.urgency?.[ticket.busy.raise] }}
              </button></template
            >
          </p>
          <p v-if="ticket.more_urgent" class="mb-3 border-l-[5px] border-call bg-sheet p-2">
            <strong>They say it is more urgent:</strong> {{ ticket.more_urgent }} Set how long it can wait, beside.
          </p>
          <TicketTalk :key="ticket.id" ref="talk" :ticket="ticket" :may-work="mayWork" />
          <TicketActions
            v-if="mayWork && ticket.state !== 'done' && marked.length === 0"
            ref="actions"
            class="mt-3"
            :tickets="[ticket.id]"
            :holders="[ticket.holder]"
            :with="[ticket.with]"
            :tasks="ticket.kind === 'task'"
            :open="ticket.steps.filter((one) => one.state === 'open').map((one) => one.text)"
            :mine="ticket.mine"
            :linked="ticket.incident?.is_open ?? false"
            :likely="likely"
            :incidents="incidents"
            :teams="teams"
            :people="people"
            :desk="desk ?? []"
          />
        </template>
        <p v-else class="text-ink-2">
          Choose a ticket, or press <kbd>j</kbd>. With <kbd>x</kbd> several are selected and worked at once.
        </p>
      </div>
      <div
        v-if="ticket"
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        tabindex="0"
        role="region"
        aria-label="About the ticket"
      >
        <TicketAside
          ref="aside"
          :teams="teams"
          :checklists="checklists"
          :ticket="ticket"
          :services="services"
          :story="story"
          :may-work="mayWork && ticket.state !== 'done'"
          :may-unlink="coordinates"
          :may-forget="(shared.me?.administers ?? false) && ticket.state === 'done'"
          @link="(incident) => actions?.link(incident)"
        />
      </div>
    </div>
    <DeclareSheet v-if="declaring" :from="declaring" @close="declaring = null" />
  </AppShell>
</template>
