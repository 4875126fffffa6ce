<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, nextTick, ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import RunningClocks from '@/components/RunningClocks.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import AttachSheet from '@/pages/Incidents/AttachSheet.vue';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import GroupCard from '@/pages/Incidents/GroupCard.vue';
import IncidentRow from '@/pages/Incidents/IncidentRow.vue';
import ReportCard from '@/pages/Incidents/ReportCard.vue';
import UnansweredCard from '@/pages/Paging/UnansweredCard.vue';
import GapsCard from '@/pages/Rota/GapsCard.vue';
import UnsaidCard from '@/pages/Updates/UnsaidCard.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useFresh } from '@/lib/fresh';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { lasting, millis, useNow } from '@/lib/time';
import { beginningOf } from '@/pages/Incidents/beginning';
import TogetherNote from '@/pages/Incidents/TogetherNote.vue';
import type {
  AlertGroup,
  CoverGap,
  Beginning,
  IncidentLine,
  ReportLine,
  Together,
  UnansweredCall,
  UnsaidService,
} from '@/lib/types';

/** The first screen: what needs a decision, with the decision beside it. */
const props = defineProps<{
  gaps: CoverGap[];
  unsaid: UnsaidService[];
  unanswered: UnansweredCall[];
  groups: AlertGroup[];
  reports: ReportLine[];
  together: Together[];
  incidents: IncidentLine[];
}>();
const shared = useShared();
const now = useNow();
const action = useAction();
const WAIT_MINUTES = 30;

const declaring = ref<Beginning | null>(null);
const declareGroup = (group: AlertGroup): void => {
  declaring.value = beginningOf(group);
};
/** Reports that are chosen to be one incident. */
const chosen = ref<number[]>([]);
const declareReports = (ids: number[]): void => {
  const its = props.reports.filter((report) => ids.includes(report.id));
  const first = its[0];
  if (!first) return;
  declaring.value = {
    key: `reports-${ids.join('-')}`,
    words:
      its.length === 1 ? `From ${first.ref}: “${first.what}”` : `From ${its.length} reports, the first “${first.what}”`,
    alerts: [],
    reports: its.map((report) => report.id),
  };
};
const attaching = ref<AlertGroup | null>(null);
const selectedId = ref<string | null>(null);
const rows = computed(() => [
  ...props.unanswered.map((call) => ({ id: `call-${call.id}`, call, group: null, report: null, unsaid: null })),
  ...props.groups.map((group) => ({ id: `group-${group.id}`, call: null, group, report: null, unsaid: null })),
  ...(props.unsaid.length ? [{ id: 'unsaid', call: null, group: null, report: null, unsaid: props.unsaid }] : []),
  ...props.reports.map((report) => ({ id: `report-${report.id}`, call: null, group: null, report, unsaid: null })),
  ...(props.gaps.length ? [{ id: 'gaps', call: null, group: null, report: null, unsaid: null }] : []),
]);
const selected = computed(() => rows.value.find((row) => row.id === selectedId.value) ?? rows.value[0] ?? null);
const fresh = useFresh(() => rows.value.map((row) => row.id));
const open = computed(() => props.incidents.filter((incident) => !incident.resolved_at));
const oldest = computed(() => {
  const times = [
    ...props.unanswered.map((call) => millis(call.at)),
    ...props.groups.map((group) => millis(group.since)),
    ...props.reports.map((report) => millis(report.told_at)),
  ];
  return times.length ? `, oldest ${lasting(now.value - Math.min(...times))}` : '';
});

const step = (by: number): void => {
  const at = rows.value.findIndex((row) => row.id === selected.value?.id);
  const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))];
  if (!next) return;
  selectedId.value = next.id;
  void nextTick(() => document.getElementById(next.id)?.focus());
};
const declareService = (service: UnsaidService): void => {
  declaring.value = {
    key: `item-${service.item}`,
    words: `About ${service.name}`,
    alerts: [],
    reports: [],
    item: { id: service.item, name: service.name },
  };
};
const toggle = (id: number): void => {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((one) => one !== id) : [...chosen.value, id];
};
const take = (group: AlertGroup): void => action.send('/alerts/take', { alerts: group.alertIds });
const wait = (group: AlertGroup): void =>
  action.send('/alerts/wait', { alerts: group.alertIds, minutes: WAIT_MINUTES });
/** Responders take and attach what is their team's. */
const isOwn = (group: AlertGroup): boolean =>
  (shared.value.me?.may.includes('take-alerts') ?? false) &&
  group.team_id !== null &&
  group.team_id === shared.value.me?.team;
const coordinates = computed(() => shared.value.me?.coordinates ?? false);

useCommands(() => {
  const group = selected.value?.group;
  return [
    { name: 'Select the next decision', key: 'j', run: () => step(1) },
    { name: 'Select the one before', key: 'k', run: () => step(-1) },
    ...(group && coordinates.value
      ? [
          { name: `Declare an incident: ${group.title}`, key: 'd', run: () => declareGroup(group) },
          { name: `Attach to an incident: ${group.title}`, key: 'a', run: () => (attaching.value = group) },
          { name: `Take it: ${group.title}`, key: 't', run: () => take(group) },
          { name: `Let it wait ${WAIT_MINUTES} min: ${group.title}`, key: 'w', run: () => wait(group) },
        ]
      : []),
    ...(selected.value?.report && coordinates.value
      ? [
          {
            name: `Declare an incident from ${selected.value.report.ref}`,
            key: 'd',
            run: () => declareReports(chosen.value.length ? chosen.value : [selected.value?.report?.id ?? 0]),
          },
        ]
      : []),
    ...open.value.slice(0, 9).map((incident) => ({
      name: `Go into the room of ${incident.ref} ${incident.title}`,
      run: () => router.visit(`/incidents/${incident.id}`),
    })),
  ];
});
watch(
  () => props.groups,
  (groups) => {
    // The form stays open while its alerts change; it only learns of alerts that joined.
    const present = groups.find((group) => beginningOf(group).key === declaring.value?.key);
    if (present && declaring.value && declaring.value.alerts.length > 0) declaring.value = beginningOf(present);
  },
);
watch(
  () => props.reports,
  (reports) => (chosen.value = chosen.value.filter((id) => reports.some((report) => report.id === id))),
);
</script>

<template>
  <AppShell
    title="Watch"
    :follows="{
      'alert.': ['groups', 'together', 'incidents', 'unsaid'],
      'signals.': ['groups', 'together', 'incidents', 'unsaid'],
      'incident.': ['groups', 'incidents', 'unanswered', 'unsaid', 'together', 'reports'],
      'report.': ['reports', 'incidents'],
      'call.': ['incidents', 'unanswered'],
      'update.': ['incidents', 'unsaid'],
      'status.': ['unsaid'],
      'rota.': ['gaps'],
      'person.': ['gaps'],
      'quiet.': ['unsaid', 'groups', 'incidents'],
    }"
  >
    <div class="grid min-h-0 flex-1 lg:grid-cols-[1fr_316px]">
      <div
        class="min-h-0 overflow-y-auto py-3 pr-5 pl-4"
        tabindex="0"
        role="region"
        aria-label="What needs a decision, and what is under way"
      >
        <h1 class="sr-only">Watch</h1>
        <TroubleNote :text="action.errors.value.action" class="mb-2" />
        <h2 class="mb-2 flex justify-between">
          <span>Needs a decision</span><span>{{ rows.length === 0 ? 'nothing' : `${rows.length}${oldest}` }}</span>
        </h2>
        <p v-if="rows.length === 0" class="mb-4 border border-line bg-sheet p-4 text-ink-2">
          Nothing needs a decision. New alerts and reports appear here by themselves.
          <Link href="/alerts?show=all" class="link">See past alerts</Link>.
        </p>
        <TogetherNote v-for="one in together" :key="one.item.id" :together="one" :may-act="coordinates" class="mb-2" />
        <ul>
          <li
            v-for="row in rows"
            :id="row.id"
            :key="row.id"
            tabindex="-1"
            class="mb-2"
            :class="fresh.has(row.id) ? 'fresh' : ''"
            @focusin="selectedId = row.id"
            @click="selectedId = row.id"
          >
            <UnansweredCard
              v-if="row.call"
              :call="row.call"
              :selected="row.id === selected?.id"
              :may-act="coordinates"
            />
            <GroupCard
              v-else-if="row.group"
              :group="row.group"
              :selected="row.id === selected?.id"
              :may-act="coordinates"
              :may-take="coordinates || isOwn(row.group)"
              :may-attach="open.length > 0"
              :wait-minutes="WAIT_MINUTES"
              :busy="action.busy.value"
              @declare="declareGroup(row.group)"
              @attach="attaching = row.group"
              @take="take(row.group)"
              @wait="wait(row.group)"
            />
            <UnsaidCard
              v-else-if="row.unsaid"
              :services="row.unsaid"
              :selected="row.id === selected?.id"
              :may-act="coordinates"
              @declare="declareService"
            />
            <ReportCard
              v-else-if="row.report"
              :report="row.report"
              :incidents="open"
              :selected="row.id === selected?.id"
              :may-act="coordinates"
              :is-chosen="chosen.includes(row.report.id)"
              :choosable="reports.length > 1"
              @choose="toggle(row.report.id)"
              @declare="declareReports(chosen.length ? chosen : [row.report.id])"
            />
            <GapsCard v-else :gaps="gaps" :selected="row.id === selected?.id" />
          </li>
        </ul>

        <h2 class="mt-4 mb-1 flex justify-between">
          <span>Under way</span
          ><Link href="/incidents" class="hover:underline">{{ plural(open.length, 'incident') }}</Link>
        </h2>
        <p v-if="incidents.length === 0" class="py-2 text-ink-2">No incident is under way.</p>
        <IncidentRow v-for="incident in incidents" :key="incident.id" :incident="incident" />
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-line px-4 py-3 sm:max-lg:order-first max-lg:border-y lg:border-l"
        tabindex="0"
        aria-label="Deadlines"
      >
        <RunningClocks :clocks="shared.clocks" />
      </aside>
    </div>
    <DeclareSheet v-if="declaring" :from="declaring" @close="declaring = null" />
    <AttachSheet v-if="attaching" :group="attaching" :incidents="open" @close="attaching = null" />
  </AppShell>
</template>
