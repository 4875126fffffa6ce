<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { TaskLine } from '@/lib/shapes';
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
const text = ref('');
const team = ref('');
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
const add = (): void =>
  action.send(`/tickets/${props.ticket.id}/tasks`, { text: text.value, team: team.value || null }, () => {
    text.value = '';
    adding.value = false;
  });
const settle = (task: TaskLine, state: string): void => action.send(`/tasks/${task.id}/settle`, { state });
</script>

<template>
  <section v-if="ticket.steps.length || mayWork" aria-labelledby="steps">
    <h2 id="steps" class="mb-1">Steps</h2>
    <ol class="text-small">
      <li v-for="one in ticket.steps" :key="one.id" class="row-rule py-1">
        <div class="flex items-start gap-2">
          <input
            type="checkbox"
            class="mt-0.5 size-5 shrink-0 accent-[var(--ink)]"
            :checked="one.state === 'done'"
            :disabled="!mayWork || one.state === 'skipped' || action.busy.value"
            :aria-label="one.state === 'done' ? `Not done: ${one.text}` : `Done: ${one.text}`"
            @change="settle(one, one.state === 'done' ? 'open' : 'done')"
          />
          <span :class="one.state === 'open' ? '' : 'text-ink-2'">
            <span :class="one.state === 'skipped' ? 'line-through' : ''">{{ one.text }}</span>
            <span class="block text-tiny text-ink-2"
              >{{ one.team ?? 'The desk' }}{{ one.must && one.state === 'open' ? ', before it is closed' : ''
              }}{{ one.state === 'done' ? `, done by ${one.by}` : ''
              }}{{ one.state === 'skipped' ? `, skipped by ${one.by}: ${one.why}` : '' }}</span
            >
            <WhyForm
              v-if="mayWork && one.state === 'open'"
              words="Skip…"
              :about="one.text"
              question="Why it is skipped"
              button="Skip it"
              :url="`/tasks/${one.id}/settle`"
              :data="{ state: 'skipped' }"
            />
            <button
              v-else-if="mayWork && one.state === 'skipped'"
              type="button"
              class="link text-tiny"
              @click="settle(one, 'open')"
            >
              Take it up after all
            </button>
          </span>
        </div>
      </li>
    </ol>
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
      <form v-if="adding" class="grid gap-2" @submit.prevent="add">
        <label>What is to be done <input v-model="text" class="field py-1" maxlength="200" autofocus /></label>
        <label
          >By
          <select v-model="team" class="field py-1">
            <option value="">the desk</option>
            <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <p class="flex gap-3">
          <ActButton type="submit" :busy="action.busy.value">Add it</ActButton>
          <button type="button" class="link" @click="adding = false">Cancel</button>
        </p>
      </form>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
    </div>
  </section>
</template>
