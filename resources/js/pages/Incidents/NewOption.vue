<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ItemPicker, { type PickedItem } from '@/components/ItemPicker.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useRoom } from '@/pages/Incidents/roomState';

/** Puts down what can be done, and what it takes. */
const emit = defineEmits<{ close: [] }>();
const { incident } = useRoom();
const action = useAction();
const kinds = [
  { value: 'roll-back', words: 'Roll back' },
  { value: 'quick-fix', words: 'Quick fix' },
  { value: 'work-around', words: 'Work around it' },
  { value: 'wait', words: 'Wait' },
];
const [kind, text, risk] = [ref('roll-back'), ref(''), ref('')];
const minutes = ref<number | ''>('');
const items = ref<PickedItem[]>([]);
const pick = (item: PickedItem): void => {
  if (!items.value.some((one) => one.id === item.id)) items.value.push(item);
};
const add = (): void =>
  action.send(
    `/incidents/${incident.value.id}/options`,
    {
      kind: kind.value,
      text: text.value,
      minutes: minutes.value === '' ? null : minutes.value,
      risk: risk.value,
      items: items.value.map((one) => one.id),
    },
    () => emit('close'),
  );
</script>

<template>
  <div class="grid gap-1 text-small">
    <form id="new-option" class="grid gap-1" @submit.prevent="add">
      <label class="font-semibold"
        >Kind
        <select v-model="kind" class="field font-normal">
          <option v-for="one in kinds" :key="one.value" :value="one.value">{{ one.words }}</option>
        </select></label
      >
      <label class="font-semibold"
        >What <input v-model="text" class="field font-normal" maxlength="300" required autofocus
      /></label>
      <label class="font-semibold"
        >Minutes it takes
        <input v-model.number="minutes" type="number" min="1" max="100000" class="field w-28! font-normal"
      /></label>
      <label class="font-semibold">Risk <input v-model="risk" class="field font-normal" maxlength="500" /></label>
    </form>
    <p v-if="items.length">
      Takes down {{ items.map((one) => one.name).join(', ') }}.
      <button type="button" class="link min-h-6" @click="items = []">Nothing</button>
    </p>
    <ItemPicker label="What it takes down meanwhile" @pick="pick" />
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" form="new-option" :busy="action.busy.value">Put it down</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </div>
</template>
