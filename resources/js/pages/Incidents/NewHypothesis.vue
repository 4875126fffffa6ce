<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { useRoom } from '@/pages/Incidents/roomState';

/** Puts down what may be the cause. */
const emit = defineEmits<{ close: [] }>();
const { incident } = useRoom();
const action = useAction();
const { text, clear } = useDraft(`hypothesis-${incident.value.id}`);
const check = ref('');
const add = (): void =>
  action.send(`/incidents/${incident.value.id}/hypotheses`, { text: text.value, check: check.value }, () => {
    clear();
    emit('close');
  });
</script>

<template>
  <form class="grid gap-1 text-small" @submit.prevent="add">
    <label class="font-semibold"
      >What may be the cause <input v-model="text" class="field font-normal" maxlength="300" required autofocus
    /></label>
    <label class="font-semibold"
      >How one would tell <input v-model="check" class="field font-normal" maxlength="500"
    /></label>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Put it down</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
