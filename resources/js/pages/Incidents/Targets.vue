<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { WEEKDAYS } from '@/lib/enums';
import AgreementForm from '@/pages/Incidents/AgreementForm.vue';
import { blank, kept, shown, type Agreement, type KeptAgreement } from '@/pages/Incidents/targets';

/** What is promised of incidents, reports, requests and tasks: by priority, for any service or for one. */
const props = defineProps<{
  version: number;
  zone: string;
  days: string[];
  from: string;
  to: string;
  agreements: KeptAgreement[];
  kinds: { kind: string; words: string }[];
  services: { id: string; name: string }[];
}>();
const action = useAction();
const saved = ref(false);
const [days, from, to] = [ref([...props.days]), ref(props.from), ref(props.to)];
const edited = ref<Agreement[]>(props.agreements.map(shown));
const save = (): void => {
  saved.value = false;
  action.send(
    '/settings/targets',
    {
      days: days.value,
      from: from.value,
      to: to.value,
      agreements: edited.value.map(kept),
      version: props.version,
    } as never,
    () => (saved.value = true),
  );
};
</script>

<template>
  <AppShell title="Targets">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Targets</h1>
      <p class="mb-4 text-ink-2">
        How much time there is, by priority. An agreement for one service holds instead of the one for any. What is open
        is counted anew, from its opening, when this changes.
      </p>
      <fieldset class="mb-4 flex flex-wrap items-end gap-4">
        <legend class="mb-1 text-small font-semibold text-ink-2">The desk is open, on the clocks of {{ zone }}</legend>
        <span class="flex flex-wrap gap-3" role="group" aria-label="Days">
          <label v-for="day in WEEKDAYS" :key="day" class="flex items-center gap-1"
            ><input v-model="days" type="checkbox" class="size-4 accent-[var(--ink)]" :value="day" />{{ day }}</label
          >
        </span>
        <label class="text-small">from <input v-model="from" class="field w-24! py-1 font-mono" required /></label>
        <label class="text-small">to <input v-model="to" class="field w-24! py-1 font-mono" required /></label>
      </fieldset>
      <AgreementForm
        v-for="(one, i) in edited"
        :key="i"
        v-model="edited[i]!"
        class="mb-5"
        :kinds="kinds"
        :services="services"
        @drop="edited = edited.filter((other) => other !== one)"
      />
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <div class="flex flex-wrap items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save the targets</ActButton>
        <ActButton @click="edited = [...edited, blank()]">Add an agreement</ActButton>
        <span role="status" class="text-small text-calm">{{
          saved ? 'Saved. What is open is counted by them.' : ''
        }}</span>
      </div>
    </form>
  </AppShell>
</template>
