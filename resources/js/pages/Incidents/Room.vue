<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { useIntervalFn } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import CauseList from '@/components/CauseList.vue';
import LongText from '@/components/LongText.vue';
import ReachView from '@/components/ReachView.vue';
import RunningClocks from '@/components/RunningClocks.vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import StoryList from '@/components/StoryList.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import CallSheet from '@/pages/Incidents/CallSheet.vue';
import CallList from '@/pages/Incidents/CallList.vue';
import ChangeSheet from '@/pages/Incidents/ChangeSheet.vue';
import NoteForm from '@/pages/Incidents/NoteForm.vue';
import ReportCard from '@/pages/Incidents/ReportCard.vue';
import AnswerableSheet from '@/pages/Topology/AnswerableSheet.vue';
import ItemCard from '@/pages/Topology/ItemCard.vue';
import ReopenSheet from '@/pages/Incidents/ReopenSheet.vue';
import SaidItems from '@/pages/Incidents/SaidItems.vue';
import TogetherNote from '@/pages/Incidents/TogetherNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import ResolveSheet from '@/pages/Incidents/ResolveSheet.vue';
import UpdateSheet from '@/pages/Updates/UpdateSheet.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { LIVE } from '@/lib/live';
import { useShared } from '@/lib/shared';
import { hitWords, plural } from '@/lib/states';
import { clockTime, lasting, millis, remaining, useNow } from '@/lib/time';
import type {
  CallLine,
  Presence,
  SaidItem,
  RoomChoices,
  RoomIncident,
  UpdateDraft,
  WhatIsHit,
} from '@/pages/Incidents/room';
import type { AlertLine, JournalLine, ReachData, ReportLine, Together, UpdateLine, Cause } from '@/lib/types';

const props = defineProps<{
  incident: RoomIncident;
  soFar: string;
  reach: ReachData;
  hit: WhatIsHit;
  together: Together | null;
  said: SaidItem[];
  causes: Cause[];
  alerts: AlertLine[];
  reports: ReportLine[];
  looseReports: ReportLine[];
  journal: JournalLine[];
  people: Presence[];
  calls: CallLine[];
  updates: UpdateLine[];
  draft: UpdateDraft;
  choices: RoomChoices;
}>();
const shared = useShared();
const now = useNow();
const sheet = ref<'update' | 'resolve' | 'reopen' | 'change' | 'clocks' | 'call' | null>(null);
const only = ref<'all' | 'decisions' | 'people' | 'systems'>('all');
const kinds = ['all', 'decisions', 'people', 'systems'] as const;
const note = ref<InstanceType<typeof NoteForm> | null>(null);
const story = ref<HTMLElement | null>(null);

/** The item whose record is open beside the room. */
const record = ref<string | null>(null);
const answering = ref(false);
const hitItems = computed(() => props.reach.nodes.filter((node) => node.state !== 'up').map((node) => node.id));
const isOpen = computed(() => props.incident.resolved_at === null);
const coordination = useAction();
const coordinates = computed(() => shared.value.me?.coordinates ?? false);
const owed = computed(() => (props.incident.next_update_at ? millis(props.incident.next_update_at) - now.value : null));
const target = computed(() => millis(props.incident.restore_by) - now.value);
const entries = computed(() =>
  props.journal.filter((entry) =>
    only.value === 'all'
      ? true
      : only.value === 'decisions'
        ? entry.weight === 'strong'
        : only.value === 'people'
          ? entry.by !== null
          : entry.by === null,
  ),
);
const present = computed(() => props.people.filter((one) => one.here));
const firing = computed(() => props.alerts.filter((alert) => alert.closed_at === null));
const soonest = computed(() => shared.value.clocks[0]);

useCommands(() => [
  { name: 'Write down what happened', key: 'n', run: () => note.value?.focus() },
  { name: 'Show the deadlines', key: 'c', run: () => (sheet.value = 'clocks') },
  ...(isOpen.value && coordinates.value
    ? [
        { name: 'Review and send the next update', key: 'u', run: () => (sheet.value = 'update') },
        { name: 'Call more people', key: 'p', run: () => (sheet.value = 'call') },
        { name: `Correct what is said about ${props.incident.ref}`, key: 'e', run: () => (sheet.value = 'change') },
        { name: `Resolve ${props.incident.ref}`, key: 'r', run: () => (sheet.value = 'resolve') },
      ]
    : []),
  ...(!isOpen.value && coordinates.value
    ? [{ name: `Reopen ${props.incident.ref}`, run: () => (sheet.value = 'reopen') }]
    : []),
]);
/** Whoever has the room open says so; the server takes silence for leaving. */
useIntervalFn(() => {
  if (isOpen.value) void ask(`/incidents/${props.incident.id}/here`, {}, LIVE);
}, 30_000);
/** Who reads the end of the journal goes on reading its end; who has scrolled back stays where they are. */
let followsEnd = true;
const scrolled = (): void => {
  const box = story.value;
  if (box) followsEnd = box.scrollHeight - box.scrollTop - box.clientHeight < 40;
};
const toEnd = (): void => {
  if (followsEnd) story.value?.scrollTo({ top: story.value.scrollHeight });
};
watch(entries, () => void nextTick(toEnd));
onMounted(() => {
  if (window.location.hash === '#say' && isOpen.value && coordinates.value) sheet.value = 'update';
  if (window.location.hash === '#reopen' && !isOpen.value && coordinates.value) sheet.value = 'reopen';
  if (window.location.hash === '#call' && isOpen.value && coordinates.value) sheet.value = 'call';
  void nextTick(toEnd);
});
</script>

<template>
  <AppShell
    :title="`${incident.ref} ${incident.title}`"
    :incident="incident.id"
    :follows="{
      'owner.': ['hit', 'journal'],
      'incident.': [
        'incident',
        'soFar',
        'journal',
        'draft',
        'reach',
        'hit',
        'together',
        'said',
        'causes',
        'alerts',
        'updates',
        'reports',
        'calls',
      ],
      'alert.': ['alerts', 'reach', 'hit', 'together', 'causes', 'soFar', 'journal', 'incident', 'draft'],
      'signals.': ['alerts', 'reach', 'hit', 'together', 'causes', 'soFar', 'incident'],
      'quiet.': ['reach', 'hit', 'soFar', 'incident', 'draft'],
      'call.': ['calls', 'journal', 'soFar', 'incident'],
      'page.': ['calls', 'journal'],
      'policy.': ['calls'],
      'report.': ['reports', 'looseReports', 'journal', 'incident'],
      'update.': ['updates', 'draft', 'journal', 'soFar', 'incident'],
      'mail.': ['journal'],
      'room.': ['people', 'journal'],
    }"
  >
    <div class="flex flex-wrap items-center gap-x-7 gap-y-2 border-b border-line px-4 py-2">
      <StateMark :state="incident.state" :size="28" />
      <div class="min-w-64 flex-1">
        <h1>{{ incident.title }}</h1>
        <p class="text-small text-ink-2">
          <span class="font-mono">{{ incident.ref }}</span>, priority {{ incident.priority }},
          <Link v-if="incident.service_id" :href="`/estate/${encodeURIComponent(incident.service_id)}`" class="link">{{
            incident.service
          }}</Link><template v-else>no service known to be hit</template>. {{ incident.stageWords }}.
          <template v-if="incident.coordinator">{{ incident.coordinator }} coordinates.</template
          ><strong v-else class="text-call">Declared automatically; nobody coordinates yet.</strong>
          <button
            v-if="isOpen && coordinates && incident.coordinator_id !== shared.me?.id"
            type="button"
            class="link"
            @click="coordination.send(`/incidents/${incident.id}/coordinate`, { from: incident.coordinator_id })"
          >
            Take coordination
          </button>
          <label v-if="isOpen && !coordinates && shared.me?.may.includes('set-stage')" class="inline-block"
            ><span class="sr-only">Stage</span>
            <select
              class="field inline-block! w-auto! py-0.5"
              :value="incident.stage"
              @change="
                coordination.send(`/incidents/${incident.id}/stage`, {
                  version: incident.version,
                  stage: ($event.target as HTMLSelectElement).value,
                })
              "
            >
              <option v-for="one in choices.stages" :key="one.value" :value="one.value">{{ one.meaning }}</option>
            </select></label
          >
          <button v-if="isOpen && coordinates" type="button" class="link" @click="sheet = 'change'">
            Edit <kbd aria-hidden="true">e</kbd>
          </button>
        </p>
      </div>
      <p class="text-right text-tiny text-ink-2">
        <span class="block font-mono text-clock font-semibold text-ink">{{
          lasting((incident.resolved_at ? millis(incident.resolved_at) : now) - millis(incident.started_at))
        }}</span>
        {{ isOpen ? 'since the start' : 'in all' }}
      </p>
      <p v-if="isOpen" class="text-right text-tiny text-ink-2">
        <span class="block font-mono text-clock font-semibold" :class="target < 0 ? 'text-call' : 'text-ink'">{{
          remaining(target)
        }}</span>
        {{ target < 0 ? 'past the restore target' : 'to the restore target' }}
      </p>
      <p v-if="isOpen && owed !== null" class="text-right text-tiny text-ink-2">
        <span class="block font-mono text-clock font-semibold" :class="owed < 600_000 ? 'text-call' : 'text-ink'">{{
          remaining(owed)
        }}</span>
        {{ owed < 0 ? 'update overdue' : 'until the next update' }}
      </p>
      <button v-if="soonest" type="button" class="max-w-52 text-left text-tiny text-ink-2" @click="sheet = 'clocks'">
        <span
          class="block font-mono text-small font-semibold"
          :class="soonest.due - now < 600_000 ? 'text-call' : 'text-ink'"
          >{{ remaining(soonest.due - now) }} <kbd aria-hidden="true">c</kbd></span
        >
        <span class="line-clamp-1">{{ soonest.title }}</span>
      </button>
      <ActButton v-if="isOpen && coordinates" shortcut="r" @click="sheet = 'resolve'">Resolve…</ActButton>
      <template v-else-if="!isOpen">
        <p class="font-semibold text-calm">Resolved <TimeAgo :at="incident.resolved_at ?? 0" /></p>
        <ActButton v-if="coordinates" @click="sheet = 'reopen'">Reopen…</ActButton>
      </template>
    </div>

    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(330px,430px)_1fr_280px]">
      <section class="min-h-0 overflow-y-auto px-4 py-3" aria-label="What we know" tabindex="0">
        <p
          v-for="call in calls.filter((one) => one.unanswered)"
          :key="call.id"
          class="mb-3 border border-line border-l-[5px] border-l-call bg-sheet p-2"
        >
          <strong class="text-call">{{ call.ended }}.</strong> Nobody is coming from this call.
          <button v-if="coordinates" type="button" class="link" @click="sheet = 'call'">Call somebody else</button>
        </p>
        <LongText class="mb-3" lead="Summary:" :text="soFar" />
        <div
          v-if="hit.grown"
          class="mb-3 border border-line border-l-4 border-l-call bg-sheet p-2 text-small"
          role="status"
        >
          <p>
            <strong>Impact has grown: priority {{ hit.grown.priority }}</strong> fits what is affected now.
            {{ hit.grown.why }}
          </p>
          <WhyForm
            v-if="coordinates"
            :words="`Raise it to priority ${hit.grown.priority}…`"
            :about="incident.ref"
            question="Why"
            :button="incident.team ? `Raise it, and call ${incident.team}` : 'Raise it'"
            :url="`/incidents/${incident.id}/change`"
            :data="{
              version: incident.version,
              title: incident.title,
              stage: incident.stage,
              impact: hit.grown.impact,
              urgency: hit.grown.urgency,
              call: true,
            }"
          />
        </div>
        <TogetherNote
          v-if="together"
          :together="together"
          :may-act="coordinates && isOpen"
          :incident="{ id: incident.id, ref: incident.ref }"
          class="mb-3"
        />
        <template v-if="causes.length">
          <h2>Likely cause</h2>
          <CauseList :causes="causes" class="mb-3" />
        </template>
        <h2 class="flex justify-between">
          <span>What is hit</span
          ><span
            >{{ hitWords(reach) }}. <Link :href="`/reach?incident=${incident.id}`" class="link">Full map</Link></span
          >
        </h2>
        <p v-if="isOpen && hit.behind" class="text-small text-ink-2">
          {{ hit.behind }}
        </p>
        <ul v-if="isOpen && hit.owners.length" class="text-small" aria-label="To be told">
          <li v-for="owner in hit.owners" :key="owner.id" class="flex flex-wrap gap-x-2">
            <span class="text-ink-2"
              >{{ owner.told ? 'Told:' : 'To be told:' }}
              <Link :href="`/people/${owner.id}`" class="link">{{ owner.name }}</Link> ({{
                owner.of.join(', ')
              }})<template v-if="owner.told">, <TimeAgo :at="owner.told" /></template
            ></span>
            <WhyForm
              v-if="coordinates"
              :words="owner.told ? 'Tell again…' : 'Tell by mail…'"
              :about="owner.name"
              :question="`What ${owner.name} should know`"
              :button="`Mail ${owner.name}`"
              :url="`/incidents/${incident.id}/tell`"
              :data="{ person: owner.id }"
              :initial="soFar.slice(0, 900)"
            />
          </li>
        </ul>
        <p v-if="hitItems.length" class="text-small">
          <button type="button" class="link" @click="answering = true">Who answers for what is hit</button>
        </p>
        <ReachView :reach="reach" :height="340" compact beside @record="(item) => (record = item)" />
        <SaidItems :incident="incident.id" :items="said" :may-act="coordinates && isOpen" class="mt-1" />
        <h2 class="mt-3 mb-1 flex justify-between">
          <span>Alerts</span><span>{{ firing.length }} of {{ alerts.length }} still firing</span>
        </h2>
        <ul class="text-small">
          <li v-for="alert in alerts" :key="alert.id" class="row-rule flex gap-2 py-1">
            <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="16" class="mt-0.5" />
            <span class="min-w-0"
              ><Link :href="`/alerts/${alert.id}`" class="hover:underline">{{ alert.title }}</Link>
              <span class="text-ink-3">
                {{ plural(alert.count, 'signal') }}, since {{ clockTime(alert.first_signal_at) }}</span
              >
              <WhyForm
                v-if="isOpen && coordinates"
                words="Unlink…"
                :about="`the alert ${alert.title}`"
                question="Why it does not belong here"
                button="Unlink it"
                :url="`/incidents/${incident.id}/alerts/detach`"
                :data="{ alerts: [alert.id] }"
            /></span>
          </li>
        </ul>
      </section>

      <section class="flex min-h-0 flex-col border-line max-lg:border-t lg:border-x" aria-label="Journal">
        <div class="flex flex-wrap items-baseline justify-between gap-2 px-4 pt-3">
          <h2>Journal</h2>
          <div class="flex gap-2 text-tiny" role="group" aria-label="Show only">
            <button
              v-for="kind in kinds"
              :key="kind"
              type="button"
              :aria-pressed="only === kind"
              :class="only === kind ? 'font-bold underline' : 'text-ink-2'"
              @click="only = kind"
            >
              {{ kind }}
            </button>
          </div>
        </div>
        <div
          ref="story"
          class="min-h-40 flex-1 overflow-y-auto px-2 py-2"
          tabindex="0"
          role="region"
          aria-label="Journal entries"
          @scroll.passive="scrolled"
        >
          <StoryList :entries="entries" />
        </div>
        <NoteForm ref="note" :incident="incident.id" class="m-3 mt-1" />
      </section>

      <aside
        class="min-h-0 overflow-y-auto px-4 py-3 max-lg:border-t max-lg:border-line"
        aria-label="People, updates, reports"
        tabindex="0"
      >
        <h2 class="mb-1 flex justify-between">
          <span>Called</span
          ><span>{{
            plural(
              calls.reduce((sum, call) => sum + call.pages.length, 0),
              'page',
            )
          }}</span>
        </h2>
        <CallList :calls="calls" :incident="incident.id" :may-stop="isOpen && coordinates" />
        <ActButton v-if="isOpen && coordinates" shortcut="p" class="mt-1" @click="sheet = 'call'"
          >Call people…</ActButton
        >
        <h2 class="mt-4 mb-1 flex justify-between">
          <span>Here</span><span>{{ present.length }}</span>
        </h2>
        <ul class="text-small">
          <li v-for="person in present" :key="person.id" class="py-0.5">
            <strong>{{ person.name }}</strong>
            <span class="text-ink-2">{{ person.coordinates ? 'coordinates' : person.team }}</span>
          </li>
        </ul>
        <p v-if="people.length > present.length" class="mt-1 text-small text-ink-2">
          Not here now:
          {{
            people
              .filter((one) => !one.here)
              .map((one) => (one.coordinates ? `${one.name} (coordinates)` : one.name))
              .join(', ')
          }}
        </p>

        <h2 class="mt-4 mb-1">Next update</h2>
        <template v-if="isOpen">
          <p class="mb-2 text-small text-ink-2">Update {{ draft.number }}, drafted: “{{ draft.text }}”</p>
          <ActButton v-if="coordinates" main shortcut="u" class="w-full" @click="sheet = 'update'"
            >Review and send</ActButton
          >
        </template>
        <p v-else class="text-small text-ink-2">None: outsiders were told that it is over.</p>
        <details v-if="updates.length" class="mt-2 text-small">
          <summary>{{ plural(updates.length, 'update') }} given</summary>
          <p v-for="update in updates" :key="update.number" class="row-rule py-1.5 text-ink-2">
            <strong class="text-ink">{{ update.number }}, {{ update.stageWords }}</strong
            >, <TimeAgo :at="update.published_at" />. {{ update.text }}
          </p>
        </details>

        <h2 class="mt-4 mb-1">Linked</h2>
        <p v-if="reports.length === 0" class="text-small text-ink-2">No report is linked.</p>
        <ul class="text-small">
          <li v-for="report in reports" :key="report.id" class="row-rule py-1">
            <LongText :text="`“${report.what}”`" />
            <span class="text-ink-3"
              >{{ report.ref }}{{ report.site ? `, ${report.site}` : ''
              }}{{ report.resolved_at ? ', resolved' : '' }}</span
            >
            <WhyForm
              v-if="isOpen && coordinates"
              words="Unlink…"
              :about="report.ref"
              question="Why it is about something else"
              button="Unlink it"
              :url="`/reports/${report.id}/unlink`"
            />
          </li>
        </ul>
        <template v-if="isOpen && looseReports.length">
          <h2 class="mt-3 mb-1">Reports not linked yet</h2>
          <ReportCard
            v-for="report in looseReports"
            :key="report.id"
            :report="report"
            :incidents="[incident]"
            :selected="false"
            :may-act="coordinates"
            class="mb-2"
          />
        </template>
      </aside>
    </div>
    <UpdateSheet
      v-if="sheet === 'update'"
      :incident="incident"
      :draft="draft"
      :stages="choices.stages"
      @close="sheet = null"
    />
    <CallSheet v-if="sheet === 'call'" :incident="incident" @close="sheet = null" />
    <ReopenSheet v-if="sheet === 'reopen'" :incident="incident" @close="sheet = null" />
    <ResolveSheet v-if="sheet === 'resolve'" :incident="incident" @close="sheet = null" />
    <ChangeSheet v-if="sheet === 'change'" :incident="incident" :choices="choices" @close="sheet = null" />
    <AnswerableSheet v-if="answering" :items="hitItems" @close="answering = false" />
    <ItemCard v-if="record" :item="record" @close="record = null" @open="(item) => (record = item)" />
    <SideSheet v-if="sheet === 'clocks'" open title="Deadlines" @close="sheet = null"
      ><RunningClocks :clocks="shared.clocks"
    /></SideSheet>
  </AppShell>
</template>
