<script setup lang="ts">
import { computed, ref } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import AddStep from '@/pages/Tickets/AddStep.vue';
import StepRows from '@/pages/Tickets/StepRows.vue';
import type { Named, TicketDetail } from '@/pages/Tickets/tickets';

/** What has to be done about a ticket, in order: steps of a checklist, and tasks for teams. */
const props = defineProps<{
  ticket: TicketDetail;
  teams: Named[];
  checklists: { id: number; name: string; service_id: string | null }[];
  mayWork: boolean;
}>();
const action = useAction();
const adding = ref(false);
/** Those for its service first. */
const offered = computed(() =>
  [...props.checklists].sort(
    (a, b) => Number(b.service_id === props.ticket.service_id) - Number(a.service_id === props.ticket.service_id),
  ),
);
const fitting = computed(() => props.checklists.find((one) => one.service_id === props.ticket.service_id));
const chosen = ref<number | ''>('');
const follow = (id: number): void =>
  action.send(`/tickets/${props.ticket.id}/checklist`, { checklist: id }, () => (chosen.value = ''));
</script>

<template>
  <section v-if="ticket.steps.length || mayWork" aria-labelledby="steps">
    <h2 id="steps" class="mb-1">Steps</h2>
    <StepRows :tasks="ticket.steps" :teams="teams" :may-work="mayWork" ends="closed" />
    <div v-if="mayWork" class="mt-1 grid gap-2 text-small">
      <p v-if="ticket.steps.length === 0 && fitting">
        <button type="button" class="link min-h-6" @click="follow(fitting.id)">Follow “{{ fitting.name }}”</button>
      </p>
      <p class="flex flex-wrap gap-x-4 gap-y-1">
        <button v-if="!adding" type="button" class="link min-h-6" @click="adding = true">Add a step…</button>
        <label v-if="offered.length" class="flex items-center gap-2"
          ><span class="sr-only">Checklist</span>
          <select v-model="chosen" class="field py-0.5" @change="chosen && follow(chosen)">
            <option value="">Follow a checklist</option>
            <option v-for="one in offered" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
      </p>
      <AddStep
        v-if="adding"
        :address="`/tickets/${ticket.id}/tasks`"
        :teams="teams"
        ends="closed"
        @done="adding = false"
      />
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
    </div>
  </section>
</template>
