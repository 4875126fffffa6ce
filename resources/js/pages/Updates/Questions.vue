<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Question } from '@/lib/shapes';

/** What the organisation asks reporters about each service. */
const props = defineProps<{
  services: { id: string; name: string }[];
  questions: Record<string, Question[]>;
  rules: Record<string, { attach: boolean; faulty: boolean }>;
  version: number;
  most: number;
}>();
const service = ref(props.services[0]?.id ?? '');
const copy = (of: Question[] | undefined): Question[] => (of ?? []).map((one) => ({ ...one }));
const edited = ref(copy(props.questions[service.value]));
const ruleOf = (of: string): { attach: boolean; faulty: boolean } => ({
  attach: props.rules[of]?.attach ?? false,
  faulty: props.rules[of]?.faulty ?? false,
});
const rule = ref(ruleOf(service.value));
const saved = ref(false);
watch(service, (chosen) => {
  edited.value = copy(props.questions[chosen]);
  rule.value = ruleOf(chosen);
  saved.value = false;
});
const action = useAction();
const save = (): void =>
  action.send(
    '/settings/questions',
    { service: service.value, questions: edited.value, ...rule.value, version: props.version } as never,
    () => (saved.value = true),
  );
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <AppShell title="Questions to reporters">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Questions to reporters</h1>
      <p class="mb-4 text-ink-2">
        Asked on the form beside what happens and where, once a service is chosen. Each may be left unanswered; an
        example says what you want to know.
      </p>
      <label class="mb-4 block max-w-sm font-semibold"
        >Service
        <select v-model="service" class="field font-normal">
          <option v-for="one in services" :key="one.id" :value="one.id">
            {{ one.name }}{{ (questions[one.id]?.length ?? 0) > 0 ? ` (${questions[one.id]!.length})` : '' }}
          </option>
        </select></label
      >
      <ol class="grid gap-3">
        <li
          v-for="(one, i) in edited"
          :key="i"
          class="row-rule grid gap-2 pb-3 sm:grid-cols-[1fr_1fr_auto] sm:items-end"
        >
          <label class="text-small"
            >Question {{ i + 1 }}<input v-model="one.ask" class="field" maxlength="120" placeholder="Which lane is it?"
          /></label>
          <label class="text-small"
            >Example of an answer<input v-model="one.example" class="field" maxlength="120" placeholder="Lane 3"
          /></label>
          <ActButton :aria-label="`Remove question ${i + 1}`" @click="edited.splice(i, 1)">Remove</ActButton>
        </li>
      </ol>
      <p v-if="edited.length === 0" class="text-ink-2">Nothing more is asked about this service.</p>
      <fieldset class="mt-5 grid gap-2">
        <legend class="mb-1 font-semibold">By itself</legend>
        <label class="flex items-start gap-2"
          ><input v-model="rule.attach" type="checkbox" class="mt-0.5 size-5 shrink-0 accent-[var(--ink)]" /><span
            >The only device that holds the reporter’s address stands on their ticket</span
          ></label
        >
        <label class="flex items-start gap-2"
          ><input v-model="rule.faulty" type="checkbox" class="mt-0.5 size-5 shrink-0 accent-[var(--ink)]" /><span
            >The item of a ticket counts as degraded for as long as the ticket is open</span
          ></label
        >
      </fieldset>
      <TroubleNote :text="wrong" class="mt-2" />
      <p class="mt-4 flex flex-wrap items-center gap-3">
        <ActButton v-if="edited.length < most" @click="edited.push({ ask: '', example: '' })">Add a question</ActButton>
        <ActButton main type="submit" :busy="action.busy.value">Save the questions</ActButton>
        <span v-if="saved" role="status" class="text-small text-ink-2">Saved. The form asks them from now on.</span>
      </p>
    </form>
  </AppShell>
</template>
