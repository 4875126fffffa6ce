<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import ReachView from '@/components/ReachView.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import { hitWords, plural } from '@/lib/states';
import { lasting } from '@/lib/time';
import type { AlertLine, JournalLine, ReachData, ReportLine, State } from '@/lib/types';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import ChangedLately from '@/pages/Changes/ChangedLately.vue';
import ChangeRow from '@/pages/Changes/ChangeRow.vue';
import ItemHistory from '@/pages/Topology/ItemHistory.vue';
import ItemNeeds from '@/pages/Topology/ItemNeeds.vue';
import ItemTroubles from '@/pages/Topology/ItemTroubles.vue';
import ItemSheet from '@/pages/Topology/ItemSheet.vue';
import RecordTable from '@/pages/Topology/RecordTable.vue';
import FollowByMail from '@/pages/Updates/FollowByMail.vue';
import type { ChangeLine, LatestChange } from '@/lib/shapes';
import type { Dependent, IncidentOfItem, Need, PastTrouble, WorkOnItem } from '@/pages/Topology/item';
import type { Contradiction, Field } from '@/pages/Topology/record';

const props = defineProps<{
  item: {
    id: string;
    name: string;
    kind: string;
    tier: number | null;
    site: string | null;
    team: string | null;
    description: string | null;
    state: State;
    why: string | null;
    /** Since when it is not in the estate any more. */
    retired: { at: number; why: string; by: string } | null;
  };
  needs: Need[];
  neededBy: Dependent[];
  /** Whether a quiet time covers it now. */
  quiet: boolean;
  alerts: AlertLine[];
  incidents: IncidentOfItem[];
  /** Of a service: single items that take it down, worst first. */
  weakPoints: { id: string; name: string; kind: string; services: number }[] | null;
  /** Of a service: how much of the last days it was there; down and in part in milliseconds. */
  availability: { share: number; down: number; stretches: number; in_part: number; days: number } | null;
  reach: ReachData;
  record: {
    fields: Field[];
    seen: { scanner: string; at: number }[];
    not_seen_since: number | null;
    hours: string | null;
    business_owner: string | null;
  };
  contradictions: Contradiction[];
  history: JournalLine[];
  pastTrouble: PastTrouble;
  reports: ReportLine[];
  work: WorkOnItem[];
  changes: ChangeLine[];
  latestChange: LatestChange | null;
  proposed: number;
}>();
const shared = useShared();
const action = useAction();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const editing = ref(false);
const declaring = ref(false);
const coordinates = computed(() => shared.value.me?.coordinates ?? false);
/** As many digits as tell it from all of it. */
const percent = (share: number): string =>
  share === 1 ? '100%' : `${(share * 100).toFixed(share > 0.999 ? 3 : 2).replace(/^100\.0+$/, '99.999')}%`;
const address = computed(() => encodeURIComponent(props.item.id));
useCommands(() => [
  ...(coordinates.value
    ? [{ name: `Declare an incident about ${props.item.name}`, key: 'd', run: () => (declaring.value = true) }]
    : []),
  ...(mayEdit.value ? [{ name: 'Change this item', key: 'e', run: () => (editing.value = true) }] : []),
]);
</script>

<template>
  <AppShell
    :title="item.name"
    :follows="{
      'alert.': ['item', 'needs', 'neededBy', 'alerts', 'availability', 'pastTrouble'],
      'signals.': ['item', 'needs', 'neededBy', 'alerts'],
      'incident.': ['item', 'needs', 'neededBy', 'incidents', 'availability', 'history', 'pastTrouble'],
      'item.': ['item', 'needs', 'neededBy', 'record', 'contradictions', 'history', 'reach', 'weakPoints'],
      'dependency.': ['needs', 'neededBy', 'reach', 'proposed', 'history', 'weakPoints'],
      'report.': ['reports', 'pastTrouble'],
      'quiet.': ['work', 'quiet', 'pastTrouble'],
      'change.': ['changes', 'latestChange', 'history'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 gap-x-6 gap-y-4 overflow-y-auto p-4 lg:grid-cols-[350px_1fr]"
      tabindex="0"
      role="region"
      aria-label="Item"
    >
      <div>
        <h1 class="flex items-center gap-3"><StateMark :state="item.state" :size="28" />{{ item.name }}</h1>
        <p class="text-ink-2">
          {{ item.kind }}<template v-if="item.tier">, tier {{ item.tier }}</template
          ><template v-if="item.site">, {{ item.site }}</template
          >. <span class="font-mono text-small text-ink-3">{{ item.id }}</span>
        </p>
        <p v-if="item.description" class="mt-1">{{ item.description }}</p>
        <p class="mt-2">
          <strong>Now:</strong> {{ item.why ?? 'up, as far as anything reports.' }}
          <strong v-if="quiet">It is in a quiet time: its alerts are held back.</strong>
        </p>
        <ChangedLately v-if="latestChange" :change="latestChange" class="mt-1" />
        <p v-if="item.retired" class="mt-1 border-l-[5px] border-call bg-sheet p-2">
          <strong>Retired <TimeAgo :at="item.retired.at" /></strong> by {{ item.retired.by }}: {{ item.retired.why }}.
          It is kept for its history.
          <button v-if="mayEdit" type="button" class="link" @click="action.send(`/estate/${address}/bring-back`, {})">
            Bring it back
          </button>
        </p>
        <p v-if="record.not_seen_since" class="mt-1 border-l-2 border-ink pl-2">
          <strong>Not seen since <TimeAgo :at="record.not_seen_since" /></strong>, by the scanner that saw it before.
          <button v-if="mayEdit" type="button" class="link" @click="action.send(`/estate/${address}/seen`, {})">
            It still exists
          </button>
        </p>
        <p v-if="availability" class="mt-1">
          <strong>{{ percent(availability.share) }}</strong> up over {{ availability.days }} days{{
            availability.stretches || availability.in_part ? ': ' : ''
          }}<template v-if="availability.stretches"
            >down for {{ lasting(availability.down) }}, in
            {{ plural(availability.stretches, 'stretch', 'stretches') }}</template
          ><template v-else-if="availability.in_part">never down</template
          ><template v-if="availability.in_part">; degraded for {{ lasting(availability.in_part) }}</template
          >.<template v-if="record.hours"> In use {{ record.hours }}.</template>
        </p>
        <p class="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1">
          <ActButton v-if="coordinates" shortcut="d" @click="declaring = true">Declare incident…</ActButton>
          <ActButton v-if="mayEdit" shortcut="e" @click="editing = true">Edit</ActButton>
          <Link :href="`/reach?items=${address}`" class="link text-small">Impact map</Link>
          <Link :href="`/what-if?items=${address}`" class="link text-small">What if it were down?</Link>
        </p>
        <FollowByMail
          v-if="!item.retired"
          address="/follows/item"
          :record="{ item: item.id }"
          what="item"
          gets="You are mailed each update of what hits it."
        />
        <WhyForm
          v-if="mayEdit && !item.retired"
          words="Retire it…"
          :about="item.name"
          question="Why it is retired"
          button="Retire it"
          :url="`/estate/${address}/retire`"
        />
        <TroubleNote :text="action.errors.value.action" />
        <h2 class="mt-4 mb-1">What is recorded</h2>
        <RecordTable :item="item.id" :fields="record.fields" :contradictions="contradictions" :may-edit="mayEdit" />
        <p v-if="!item.team" class="mt-1 text-small">
          <strong>No team owns it.</strong> Alerts on it go to the team of the service it affects.
        </p>
        <p v-if="record.seen.length && !record.not_seen_since" class="mt-1 text-small text-ink-2">
          Seen by
          <template v-for="(one, i) in record.seen" :key="one.scanner"
            ><template v-if="i > 0">, </template>{{ one.scanner }} (<TimeAgo :at="one.at" />)</template
          >.
        </p>
      </div>
      <div class="grid content-start gap-x-6 gap-y-4 md:grid-cols-2">
        <ItemNeeds :needs="needs" :needed-by="neededBy" :proposed="proposed" />
        <section v-if="weakPoints" class="md:col-span-2" aria-labelledby="weak-title">
          <h2 id="weak-title" class="mb-1">Single points of failure, worst first</h2>
          <p v-if="weakPoints.length === 0" class="text-small text-ink-2">None: everything it needs has a spare.</p>
          <ul class="columns-1 text-small md:columns-2">
            <li v-for="one in weakPoints" :key="one.id" class="py-0.5">
              <Link :href="`/estate/${encodeURIComponent(one.id)}`" class="link">{{ one.name }}</Link>
              <span class="text-ink-3">
                {{ one.kind }}, takes {{ one.services === 1 ? 'only this service' : `${one.services} services` }}</span
              >
            </li>
          </ul>
        </section>
        <section v-if="changes.length" aria-labelledby="item-changes" class="md:col-span-2">
          <h2 id="item-changes">Changes on it</h2>
          <ul>
            <ChangeRow v-for="one in changes" :key="one.id" :change="one" />
          </ul>
        </section>
        <ItemTroubles :alerts="alerts" :incidents="incidents" :reports="reports" :work="work" :past="pastTrouble" />
        <section v-if="item.kind === 'service'" aria-label="Map" class="md:col-span-2">
          <h2>Map: what it depends on</h2>
          <ReachView :reach="reach" :height="440" large />
        </section>
        <section v-else aria-label="What it would bring down" class="md:col-span-2">
          <h2 class="flex flex-wrap justify-between gap-x-3">
            <span>If it were down, it would also bring down</span><span>{{ hitWords(reach) }}.</span>
          </h2>
          <ReachView :reach="reach" :height="420" />
        </section>
        <ItemHistory class="md:col-span-2" :address="address" :history="history" />
      </div>
    </div>
    <DeclareSheet
      v-if="declaring"
      :from="{
        key: `item-${item.id}`,
        words: `About ${item.name}, which no alert need say.`,
        alerts: [],
        reports: [],
        item: { id: item.id, name: item.name },
      }"
      @close="declaring = false"
    />
    <ItemSheet v-if="editing" :item="item.id" @close="editing = false" />
  </AppShell>
</template>
