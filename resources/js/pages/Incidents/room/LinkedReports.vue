<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 40,
  follows: {
    'report.': ['reports', 'looseReports', 'incident'],
    'incident.': ['reports'],
  },
};
</script>

<script setup lang="ts">
import { computed } from 'vue';
import LongText from '@/components/LongText.vue';
import WhyForm from '@/components/WhyForm.vue';
import ReportCard from '@/pages/Incidents/ReportCard.vue';
import { useRoom } from '@/pages/Incidents/roomState';

/** Reports that are about this, and those that may be. */
const { room, incident, isOpen, coordinates } = useRoom();
const reports = computed(() => room.value.reports);
const looseReports = computed(() => room.value.looseReports ?? []);
</script>

<template>
  <section>
    <h2 class="mt-4 mb-1">Linked</h2>
    <p v-if="reports.length === 0" class="text-small text-ink-2">No report is linked.</p>
    <ul class="text-small">
      <li v-for="report in reports" :key="report.id" class="row-rule py-1">
        <LongText :text="`“${report.what}”`" />
        <span class="text-ink-3"
          >{{ report.ref }}{{ report.site ? `, ${report.site}` : '' }}{{ report.resolved_at ? ', resolved' : '' }}</span
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
  </section>
</template>
