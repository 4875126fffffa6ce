<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import type { CallLook } from '@/lib/shapes';
import CallBeside from '@/pages/Tickets/CallBeside.vue';
import type { Named } from '@/pages/Tickets/tickets';

/** A call is taken: one field for the words, and beside it, as they are typed, what is known and what to answer. */
const props = defineProps<{ services: Named[]; sites: string[] }>();
const { text, clear } = useDraft('call');
const { text: name, clear: clearName } = useDraft('call-name');
const { text: email, clear: clearEmail } = useDraft('call-mail');
const { text: place, clear: clearPlace } = useDraft('call-place');
const { text: answer, clear: clearAnswer } = useDraft('call-answer');
const service = ref('');
const solved = ref(false);
const incident = ref<number | null>(null);
const look = ref<CallLook | null>(null);
const trouble = ref('');
const words = ref<HTMLTextAreaElement | null>(null);
const action = useAction();
let sendKey = newKey();

const likely = computed(() => look.value?.suggested.find((one) => one.field === 'service')?.choices[0]);
let asked = 0;
const refresh = async (): Promise<void> => {
  const mine = ++asked;
  const answered = await ask<CallLook>('/tickets/phone/look', {
    text: text.value,
    who: name.value || email.value,
    service: service.value || null,
    place: place.value || null,
  });
  // What comes for fewer words is of no use any more.
  if (mine !== asked) return;
  if (answered.value) look.value = answered.value;
  trouble.value = answered.error?.message ?? '';
  if (incident.value !== null && !look.value?.known.some((one) => one.id === incident.value)) incident.value = null;
};
const soon = useDebounceFn(() => void refresh(), 150);
watch([text, name, email, place, service], () => void soon());
onMounted(() => {
  words.value?.focus();
  void refresh();
});

const wrong = computed(() => Object.values(action.errors.value)[0]);
const file = (): void => {
  action.send(
    '/tickets/phone',
    {
      text: text.value,
      name: name.value,
      email: email.value,
      place: place.value,
      service: service.value || null,
      incident: incident.value,
      answer: answer.value,
      solved: solved.value,
      send_key: sendKey,
    },
    () => {
      for (const one of [clear, clearName, clearEmail, clearPlace, clearAnswer]) one();
      sendKey = newKey();
    },
  );
};
const link = (id: number): void => {
  incident.value = incident.value === id ? null : id;
};
const chosen = computed(() => look.value?.known.find((one) => one.id === incident.value));
useCommands(() => [{ name: 'File the call', key: 'Ctrl Enter', run: file }]);
</script>

<template>
  <AppShell title="A call">
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_420px]">
      <form
        class="grid min-h-0 content-start gap-3 overflow-y-auto p-4"
        @submit.prevent="file"
        @keydown.ctrl.enter.prevent="file"
        @keydown.meta.enter.prevent="file"
      >
        <p class="text-small"><Link href="/tickets" class="link">Back to the pile</Link></p>
        <h1>A call</h1>
        <label class="font-semibold"
          >What they say
          <textarea
            ref="words"
            v-model="text"
            rows="5"
            maxlength="2000"
            class="field text-lg! font-normal"
            placeholder="Type while they talk, in their words"
          />
        </label>
        <div class="grid gap-3 text-small sm:grid-cols-2">
          <label>Who calls <input v-model="name" class="field py-1" maxlength="100" autocomplete="off" /></label>
          <label
            >Mail address, to tell them
            <input v-model="email" class="field py-1" type="email" maxlength="200" autocomplete="off"
          /></label>
          <label
            >Where they are
            <input v-model="place" class="field py-1" list="call-sites" maxlength="100" autocomplete="off" />
            <datalist id="call-sites"><option v-for="one in sites" :key="one" :value="one" /></datalist>
          </label>
          <label
            >Service
            <select v-model="service" class="field py-1">
              <option value="">{{ likely ? `${likely.name}, by their words` : 'By their words' }}</option>
              <option v-for="one in props.services" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
        </div>
        <label class="text-small"
          >What you told them <span class="text-ink-2">(they read it on their page, and by mail)</span>
          <textarea v-model="answer" rows="2" maxlength="4000" class="field" />
        </label>
        <label class="flex items-center gap-2 text-small"
          ><input v-model="solved" type="checkbox" class="size-4 accent-[var(--ink)]" /> That solved it: close the
          ticket</label
        >
        <TroubleNote :text="wrong" />
        <p class="flex flex-wrap items-center gap-3">
          <ActButton main type="submit" shortcut="Ctrl Enter" :busy="action.busy.value">{{
            chosen ? `File, with ${chosen.ref}` : solved ? 'File and close' : 'File'
          }}</ActButton>
          <span class="text-small text-ink-2">The reference is shown to read out.</span>
        </p>
      </form>
      <CallBeside
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        :look="look"
        :trouble="trouble"
        :linked="incident"
        @link="link"
        @service="(value) => (service = value)"
        @answer="(value) => (answer = value)"
      />
    </div>
  </AppShell>
</template>
