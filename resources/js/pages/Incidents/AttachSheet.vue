<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import type { AlertGroup, IncidentLine } from '@/lib/types';

const props = defineProps<{ group: AlertGroup; incidents: IncidentLine[] }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const attach = (incident: IncidentLine): void =>
  action.send(`/incidents/${incident.id}/alerts`, { alerts: props.group.alertIds }, () => emit('close'));
</script>

<template>
  <SideSheet open :title="`Attach ${plural(group.count, 'alert')} to an incident`" @close="emit('close')">
    <p class="mb-3 text-ink-2">{{ group.title }}</p>
    <TroubleNote :text="action.errors.value.action" class="mb-2" />
    <p v-if="incidents.length === 0">No incident is under way. Leave this, and declare one from the alerts.</p>
    <ul>
      <li
        v-for="incident in incidents"
        :key="incident.id"
        class="row-rule flex items-center justify-between gap-3 py-2"
      >
        <span
          ><span class="font-mono text-tiny text-ink-3">{{ incident.ref }}</span> {{ incident.title }}</span
        >
        <ActButton :busy="action.busy.value" @click="attach(incident)">Attach to {{ incident.ref }}</ActButton>
      </li>
    </ul>
  </SideSheet>
</template>
