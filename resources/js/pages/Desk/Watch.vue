<script setup lang="ts">
import { Link, router, usePage } from '@inertiajs/vue3';
import { computed, nextTick, onUnmounted, ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import RunningClocks from '@/components/RunningClocks.vue';
import { useCommands } from '@/lib/commands';
import { decisionsOf, withDecisions } from '@/lib/decisions';
import { useFresh } from '@/lib/fresh';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { lasting, millis, useNow } from '@/lib/time';
import type { AlertGroup, IncidentLine, ReportLine, Together } from '@/lib/types';
import AttachSheet from '@/pages/Incidents/AttachSheet.vue';
import { beginningOf } from '@/pages/Incidents/beginning';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import IncidentRow from '@/pages/Incidents/IncidentRow.vue';
import TogetherNote from '@/pages/Incidents/TogetherNote.vue';
import { resetWatch, useWatch } from '@/pages/Incidents/watchState';

/** The first screen: what needs a decision, with the decision beside it. The capabilities bring their lists. */
defineOptions({ inheritAttrs: false });
const props = defineProps<{
  groups: AlertGroup[];
  reports: ReportLine[];
  together: Together[];
  incidents: IncidentLine[];
}>();
const page = usePage();
const shared = useShared();
const now = useNow();
const { attaching, chosen, coordinates, declaring, open } = useWatch();
resetWatch();
onUnmounted(resetWatch);

const selectedId = ref<string | null>(null);
const rows = computed(() => decisionsOf(page.props));
const selected = computed(() => rows.value.find((row) => row.id === selectedId.value) ?? rows.value[0] ?? null);
const fresh = useFresh(() => rows.value.map((row) => row.id));
const oldest = computed(() => {
  const times = rows.value.flatMap((row) => (row.since ? [millis(row.since)] : []));
  return times.length ? `, oldest ${lasting(now.value - Math.min(...times))}` : '';
});
const step = (by: number): void => {
  const at = rows.value.findIndex((row) => row.id === selected.value?.id);
  const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))];
  if (!next) return;
  selectedId.value = next.id;
  void nextTick(() => document.getElementById(next.id)?.focus());
};

useCommands(() => [
  { name: 'Select the next decision', key: 'j', run: () => step(1) },
  { name: 'Select the one before', key: 'k', run: () => step(-1) },
  ...open.value.slice(0, 9).map((incident) => ({
    name: `Go into the room of ${incident.ref} ${incident.title}`,
    run: () => router.visit(`/incidents/${incident.id}`),
  })),
]);
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
    :follows="
      withDecisions({
        'alert.': ['incidents'],
        'signals.': ['incidents'],
        'incident.': ['incidents'],
        'report.': ['incidents'],
        'call.': ['incidents'],
        'update.': ['incidents'],
        'quiet.': ['incidents'],
      })
    "
  >
    <div class="grid min-h-0 flex-1 lg:grid-cols-[1fr_316px]">
      <div
        class="min-h-0 overflow-y-auto py-3 pr-5 pl-4"
        tabindex="0"
        role="region"
        aria-label="What needs a decision, and what is under way"
      >
        <h1 class="sr-only">Watch</h1>
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
            <component :is="row.show" :item="row.item" :selected="row.id === selected?.id" />
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
