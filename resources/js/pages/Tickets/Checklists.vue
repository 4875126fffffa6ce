<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { ChecklistLine, ChecklistStep } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import type { Named } from '@/pages/Tickets/tickets';

/** What is done, in order, about kinds of trouble that are known. */
defineProps<{ checklists: ChecklistLine[]; services: Named[]; teams: Named[]; most: number }>();
const shared = useShared();
const mayWork = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
interface Edited {
  id: number | null;
  version: number | null;
  name: string;
  service: string;
  steps: ChecklistStep[];
}
const step = (): ChecklistStep => ({ text: '', team: null, must: false });
const edited = ref<Edited | null>(null);
const action = useAction();
const begin = (one: ChecklistLine | null): void => {
  edited.value = one
    ? {
        id: one.id,
        version: one.version,
        name: one.name,
        service: one.service ?? '',
        steps: one.steps.map((of) => ({ ...of })),
      }
    : { id: null, version: null, name: '', service: '', steps: [step()] };
};
const save = (): void =>
  action.send(
    '/checklists',
    { ...edited.value, service: edited.value?.service || null } as never,
    () => (edited.value = null),
  );
const move = (i: number, by: number): void => {
  const steps = edited.value?.steps ?? [];
  const [one] = steps.splice(i, 1);
  if (one) steps.splice(i + by, 0, one);
};
</script>

<template>
  <AppShell title="Checklists" :follows="{ 'checklist.': ['checklists'] }">
    <div class="mx-auto w-full max-w-4xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Checklists">
      <h1 class="mb-1">Checklists</h1>
      <p class="mb-4 text-ink-2">
        Steps for a known kind of trouble. On a ticket one press puts them there; a step may be for a team, and one that
        has to be done keeps the ticket from being closed.
      </p>
      <form v-if="edited" class="grid gap-3" @submit.prevent="save">
        <div class="grid gap-3 sm:grid-cols-2">
          <label class="font-semibold"
            >The trouble <input v-model="edited.name" class="field font-normal" maxlength="100" autofocus
          /></label>
          <label class="font-semibold"
            >Offered first for
            <select v-model="edited.service" class="field font-normal">
              <option value="">no service in particular</option>
              <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
        </div>
        <ol class="grid gap-2">
          <li
            v-for="(one, i) in edited.steps"
            :key="i"
            class="row-rule grid gap-2 pb-2 text-small sm:grid-cols-[1fr_180px_auto_auto] sm:items-end"
          >
            <label>Step {{ i + 1 }} <input v-model="one.text" class="field py-1" maxlength="200" /></label>
            <label
              >By
              <select v-model="one.team" class="field py-1">
                <option :value="null">the desk</option>
                <option v-for="team in teams" :key="team.id" :value="team.id">{{ team.name }}</option>
              </select></label
            >
            <label class="flex items-center gap-2 pb-1.5"
              ><input v-model="one.must" type="checkbox" class="size-5 accent-[var(--ink)]" /> has to be done</label
            >
            <span class="flex gap-1">
              <ActButton :disabled="i === 0" :aria-label="`Step ${i + 1} earlier`" @click="move(i, -1)">↑</ActButton>
              <ActButton
                :disabled="i === edited.steps.length - 1"
                :aria-label="`Step ${i + 1} later`"
                @click="move(i, 1)"
                >↓</ActButton
              >
              <ActButton :aria-label="`Remove step ${i + 1}`" @click="edited.steps.splice(i, 1)">Remove</ActButton>
            </span>
          </li>
        </ol>
        <TroubleNote :text="Object.values(action.errors.value)[0]" />
        <p class="flex flex-wrap gap-3">
          <ActButton v-if="edited.steps.length < most" @click="edited.steps.push(step())">Add a step</ActButton>
          <ActButton main type="submit" :busy="action.busy.value">Save the checklist</ActButton>
          <button type="button" class="link" @click="edited = null">Cancel</button>
        </p>
      </form>
      <template v-else>
        <ul>
          <li v-for="one in checklists" :key="one.id" class="row-rule flex items-start justify-between gap-4 py-2">
            <span>
              <strong>{{ one.name }}</strong>
              <span class="block text-small text-ink-2"
                >{{ services.find((of) => of.id === one.service)?.name ?? 'Any service' }},
                {{ plural(one.steps.length, 'step') }}: {{ one.steps.map((of) => of.text).join('; ') }}</span
              >
            </span>
            <span v-if="mayWork" class="flex shrink-0 gap-2">
              <ActButton :aria-label="`Change ${one.name}`" @click="begin(one)">Change</ActButton>
              <ActButton
                :aria-label="`Drop ${one.name}`"
                :busy="action.busy.value"
                @click="action.send(`/checklists/${one.id}/drop`, {})"
                >Drop</ActButton
              >
            </span>
          </li>
        </ul>
        <p v-if="checklists.length === 0" class="mb-3 text-ink-2">None yet. Write down what is done every time.</p>
        <TroubleNote :text="Object.values(action.errors.value)[0]" />
        <ActButton v-if="mayWork" class="mt-3" @click="begin(null)">Write a checklist</ActButton>
      </template>
    </div>
  </AppShell>
</template>
