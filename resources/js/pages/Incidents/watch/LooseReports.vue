<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { ReportLine } from '@/lib/types';

const inSurge = (props: Record<string, unknown>): number[] =>
  ((props['surges'] ?? []) as { reports: number[] }[]).flatMap((surge) => surge.reports);

export const decisions: Decisions<ReportLine> = {
  order: 40,
  follows: { 'report.': ['reports'], 'incident.': ['reports'] },
  // Those of a surge are one decision, which stands above.
  rows: (props) =>
    (props['reports'] as ReportLine[])
      .filter((report) => !inSurge(props).includes(report.id))
      .map((report) => ({
        id: `report-${report.id}`,
        since: report.told_at,
        item: report,
      })),
};
</script>

<script setup lang="ts">
import { useCommands } from '@/lib/commands';
import ReportCard from '@/pages/Incidents/ReportCard.vue';
import { useWatch } from '@/pages/Incidents/watchState';

/** A report that belongs to no incident. */
const props = defineProps<{ item: ReportLine; selected: boolean }>();
const { chosen, coordinates, declaring, open, reports } = useWatch();
const declare = (): void => {
  const ids = chosen.value.length ? chosen.value : [props.item.id];
  const its = reports.value.filter((report) => ids.includes(report.id));
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
const toggle = (): void => {
  const id = props.item.id;
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((one) => one !== id) : [...chosen.value, id];
};
useCommands(() =>
  props.selected && coordinates.value
    ? [{ name: `Declare an incident from ${props.item.ref}`, key: 'd', run: declare }]
    : [],
);
</script>

<template>
  <ReportCard
    :report="item"
    :incidents="open"
    :selected="selected"
    :may-act="coordinates"
    :is-chosen="chosen.includes(item.id)"
    :choosable="reports.length > 1"
    @choose="toggle"
    @declare="declare"
  />
</template>
