<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import AppShell from '@/components/AppShell.vue';
import IncidentRow from '@/pages/Incidents/IncidentRow.vue';
import { plural } from '@/lib/states';
import type { IncidentLine } from '@/lib/types';

defineProps<{
  incidents: IncidentLine[];
  /** The latest that ended, where none is open. */
  ended: IncidentLine[];
  show: 'open' | 'all';
}>();
</script>

<template>
  <AppShell
    title="Incidents"
    :follows="{
      'incident.': ['incidents', 'ended'],
      'call.': ['incidents'],
      'update.': ['incidents'],
      'report.': ['incidents'],
    }"
  >
    <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Incidents">
      <div class="mb-2 flex items-baseline justify-between">
        <h1>{{ show === 'open' ? 'Incidents under way' : 'All incidents' }}</h1>
        <p class="text-small">
          {{ plural(incidents.length, 'incident') }}.
          <Link :href="show === 'open' ? '/incidents?show=all' : '/incidents'" class="link">{{
            show === 'open' ? 'Show resolved ones too' : 'Only those under way'
          }}</Link>
        </p>
      </div>
      <p v-if="incidents.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
        No incident is under way. Declare one from the <Link href="/" class="link">watch</Link>.
      </p>
      <template v-if="ended.length">
        <h2 class="mt-4 mb-1">The latest that ended</h2>
        <IncidentRow v-for="incident in ended" :key="incident.id" :incident="incident" />
      </template>
      <IncidentRow v-for="incident in incidents" :key="incident.id" :incident="incident" />
    </div>
  </AppShell>
</template>
