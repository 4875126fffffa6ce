<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ReportLink from '@/components/ReportLink.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import type { AlertLine, ReportLine } from '@/lib/types';
import type { IncidentOfItem, PastTrouble, WorkOnItem } from '@/pages/Topology/item';

/** What is, or was, wrong with an item: alerts, incidents, reports, and work on it. */
const props = defineProps<{
  alerts: AlertLine[];
  incidents: IncidentOfItem[];
  reports: ReportLine[];
  work: WorkOnItem[];
  past: PastTrouble;
}>();
const openAlerts = computed(() => props.alerts.filter((alert) => !alert.closed_at));
const troubles = computed(() =>
  (['incidents', 'alerts', 'reports', 'work'] as const)
    .map((kind) => ({ kind, ...props.past[kind] }))
    .filter((one) => one.open + one.past > 0),
);
/** So often in trouble that it stands out. */
const OFTEN = 5;
</script>

<template>
  <section aria-labelledby="alerts-title">
    <h2 id="alerts-title" class="mb-1">
      Alerts<template v-if="openAlerts.length">, {{ openAlerts.length }} open</template>
    </h2>
    <p v-if="alerts.length === 0" class="text-small text-ink-2">None.</p>
    <ul class="max-h-44 overflow-y-auto text-small" tabindex="0" aria-label="Alerts">
      <li v-for="alert in alerts" :key="alert.id" class="row-rule flex gap-1.5 py-1">
        <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="14" class="mt-0.5" /><span
          ><Link :href="`/alerts/${alert.id}`" class="link">{{ alert.title }}</Link
          >, <TimeAgo :at="alert.first_signal_at"
        /></span>
      </li>
    </ul>
  </section>
  <section v-if="past.endangering.length" aria-labelledby="endangering-title">
    <h2 id="endangering-title" class="mb-1">Open alerts on what it depends on</h2>
    <ul class="max-h-44 overflow-y-auto text-small" tabindex="0" aria-label="Open alerts on what it depends on">
      <li v-for="one in past.endangering" :key="one.id" class="row-rule py-1">
        <Link :href="`/alerts/${one.id}`" class="link">{{ one.title }}</Link>
        <span class="text-ink-3"> {{ one.item }}, <TimeAgo :at="one.at" /></span>
      </li>
    </ul>
  </section>
  <section aria-labelledby="incidents-title">
    <h2 id="incidents-title" class="mb-1">Incidents, reports, work</h2>
    <ul v-if="troubles.length" class="mb-1 text-small">
      <li v-for="one in troubles" :key="one.kind">
        <strong>{{ one.open }} open</strong>, {{ one.past }} past
        {{ one.kind === 'work' ? 'times of work' : one.kind }};
        <span :class="one.lately >= OFTEN ? 'font-semibold text-call' : ''"
          >{{ one.lately }} in {{ past.days }} days</span
        ><template v-if="one.last">, last <TimeAgo :at="one.last" /></template>
      </li>
    </ul>
    <p v-if="incidents.length + reports.length + work.length === 0" class="text-small text-ink-2">None.</p>
    <ul class="max-h-44 overflow-y-auto text-small" tabindex="0" aria-label="Incidents, reports, work">
      <li v-for="one in incidents" :key="`i${one.id}`" class="row-rule py-1">
        <Link :href="`/incidents/${one.id}`" class="link">{{ one.ref }} {{ one.title }}</Link>
        <span class="text-ink-3"> {{ one.resolved_at ? 'resolved' : 'under way' }}</span>
      </li>
      <li v-for="one in reports" :key="`r${one.id}`" class="row-rule py-1">
        <ReportLink :report="one.id" class="link">{{ one.ref }}</ReportLink>
        {{ one.what }} <span class="text-ink-3"><TimeAgo :at="one.told_at" /></span>
      </li>
      <li v-for="one in work" :key="`w${one.from}`" class="row-rule py-1">
        <Link href="/quiet" class="link">{{ one.reason }}</Link>
        <span class="text-ink-3"> <TimeAgo :at="one.from" /></span>
      </li>
    </ul>
  </section>
</template>
