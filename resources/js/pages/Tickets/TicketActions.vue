<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import AnswerTogether from '@/pages/Tickets/AnswerTogether.vue';
import CloseForm from '@/pages/Tickets/CloseForm.vue';
import HandOverForm from '@/pages/Tickets/HandOverForm.vue';
import LinkForm from '@/pages/Tickets/LinkForm.vue';
import type { DeskLine } from '@/lib/shapes';
import type { Named, OpenIncident } from '@/pages/Tickets/tickets';

/** What can be done with one ticket, or with those that are marked. */
const props = defineProps<{
  tickets: number[];
  /** Who has each, in the same order; null: nobody. And with whom or with which team it is. */
  holders: (string | null)[];
  with: string[];
  mine: boolean;
  linked: boolean;
  /** Whether a task is among them: nobody outside waits for that, and it belongs where it is. */
  tasks?: boolean;
  open?: string[];
  likely: number | null;
  incidents: OpenIncident[];
  teams: Named[];
  people: Named[];
  desk: DeskLine[];
}>();
const emit = defineEmits<{ done: [] }>();
const doing = ref<'hand' | 'link' | 'close' | 'answer' | null>(null);
const action = useAction();
const key = computed(() => props.tickets.join());
watch(key, () => (doing.value = null));
const done = (): void => {
  doing.value = null;
  emit('done');
};
const take = (): void =>
  action.send('/tickets/take', { tickets: props.tickets, whose: props.holders.map((one) => one ?? '') }, done);
const link = (incident: number): void => action.send('/tickets/link', { tickets: props.tickets, incident }, done);
defineExpose({ take, link, open: (what: 'hand' | 'link' | 'close' | 'answer') => (doing.value = what) });
</script>

<template>
  <div>
    <HandOverForm
      v-if="doing === 'hand'"
      :tickets="tickets"
      :with="props.with"
      :teams="teams"
      :people="people"
      :desk="desk"
      @done="done"
      @close="doing = null"
    />
    <LinkForm
      v-else-if="doing === 'link'"
      :tickets="tickets"
      :incidents="incidents"
      :likely="likely"
      @done="done"
      @close="doing = null"
    />
    <CloseForm
      v-else-if="doing === 'close'"
      :tickets="tickets"
      :tasks="tasks"
      :open="open ?? []"
      @done="done"
      @close="doing = null"
    />
    <AnswerTogether v-else-if="doing === 'answer'" :tickets="tickets" @done="done" @close="doing = null" />
    <div v-else class="flex flex-wrap gap-2">
      <ActButton v-if="!mine" shortcut="t" :busy="action.busy.value" @click="take">Take</ActButton>
      <ActButton v-if="!tasks && !linked && incidents.length" shortcut="g" @click="doing = 'link'">Link…</ActButton>
      <ActButton v-if="!tasks && tickets.length > 1" shortcut="a" @click="doing = 'answer'">Answer all…</ActButton>
      <ActButton shortcut="h" @click="doing = 'hand'">Hand over…</ActButton>
      <ActButton shortcut="c" @click="doing = 'close'">{{ tasks ? 'Done…' : 'Close…' }}</ActButton>
    </div>
    <TroubleNote :text="Object.values(action.errors.value)[0]" class="mt-1" />
  </div>
</template>
