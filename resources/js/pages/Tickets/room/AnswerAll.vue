<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 45,
  follows: { 'ticket.all_answered': ['sharedAnswers', 'journal'], 'ticket.answered': ['sharedAnswers'] },
};
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useAskedFor } from '@/lib/askedFor';
import { useCommands } from '@/lib/commands';
import { useDraft } from '@/lib/draft';
import type { SharedAnswerLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';

/** One answer to all who reported it: each once, in their language, the way they came; those too who are linked later. */
const { incident, isOpen } = useRoom();
const shared = useShared();
const action = useAction();
const mayWork = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const mayRead = computed(() => shared.value.me?.may.includes('read-tickets') ?? false);
const writing = ref(false);
const { text, clear } = useDraft(`answer-all-${incident.value.id}`);
const names = computed(() => action.errors.value['names']);
const send = (anyway: boolean): void =>
  action.send(`/incidents/${incident.value.id}/answers`, { text: text.value, anyway }, () => {
    clear();
    writing.value = false;
  });
const stop = (id: number): void => action.send(`/answers/${id}/stop`, {});
const sharedAnswers = useAskedFor<SharedAnswerLine[]>('sharedAnswers', () => mayRead.value);
useCommands(() =>
  isOpen.value && mayWork.value ? [{ name: 'Answer all who reported this', run: () => (writing.value = true) }] : [],
);
</script>

<template>
  <section v-if="mayRead && (sharedAnswers?.length || (isOpen && mayWork))" aria-labelledby="answer-all">
    <h2 id="answer-all" class="mt-4 mb-1">Told to all reporters</h2>
    <ul class="text-small">
      <li v-for="one in sharedAnswers ?? []" :key="one.id" class="row-rule py-1">
        <p>“{{ one.text }}”</p>
        <p class="text-ink-2">
          {{ one.by }}; {{ plural(one.told, 'reporter') }} told{{ one.owed ? `, ${one.owed} to come` : ''
          }}{{ one.goesOn ? '; whoever is linked later is told too.' : '.' }}
        </p>
        <button v-if="one.goesOn && mayWork" type="button" class="link min-h-6 text-tiny" @click="stop(one.id)">
          Tell nobody further<span class="sr-only">: {{ one.text.slice(0, 40) }}</span>
        </button>
      </li>
    </ul>
    <form v-if="writing" class="grid gap-1 text-small" @submit.prevent="send(false)">
      <label class="font-semibold"
        >What they read
        <textarea v-model="text" rows="3" class="field font-normal" maxlength="2000" required autofocus />
        <span class="text-tiny font-normal text-ink-2"
          >Such as a way around it. Each reads it once, in their language, the way they came.</span
        ></label
      >
      <TroubleNote :text="names ?? Object.values(action.errors.value)[0]" />
      <p class="flex flex-wrap gap-3">
        <ActButton v-if="names" :busy="action.busy.value" @click="send(true)">Send it anyway</ActButton>
        <ActButton v-else type="submit" :busy="action.busy.value">Send it to all</ActButton>
        <button type="button" class="link" @click="writing = false">Cancel</button>
      </p>
    </form>
    <button v-else-if="isOpen && mayWork" type="button" class="link min-h-6 text-small" @click="writing = true">
      Answer all of them…
    </button>
  </section>
</template>
