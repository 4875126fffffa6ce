<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { OpenIncident } from '@/pages/Tickets/tickets';

/** Links tickets to an incident that is under way. */
const props = defineProps<{ tickets: number[]; incidents: OpenIncident[]; likely: number | null }>();
const emit = defineEmits<{ done: []; close: [] }>();
const action = useAction();
const incident = ref<number | ''>(props.likely ?? '');
const send = (): void =>
  action.send('/tickets/link', { tickets: props.tickets, incident: incident.value }, () => emit('done'));
</script>

<template>
  <form class="flex w-full flex-wrap items-end gap-3 text-small" @submit.prevent="send">
    <label class="min-w-48 flex-1"
      >Incident
      <select v-model="incident" class="field py-1" required autofocus>
        <option value="" disabled>Choose an incident</option>
        <option v-for="one in incidents" :key="one.id" :value="one.id">{{ one.ref }} {{ one.title }}</option>
      </select></label
    >
    <ActButton type="submit" :busy="action.busy.value">Link</ActButton>
    <button type="button" class="link" @click="emit('close')">Cancel</button>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </form>
</template>
