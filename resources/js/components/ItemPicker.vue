<script setup lang="ts">
import { ref, useId, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import { ask } from '@/lib/ask';

/** Chooses an item of the estate, which may be too large to be sent: what fits is found as one types. */
export interface PickedItem {
  id: string;
  name: string;
}
interface Choice extends PickedItem {
  more: string;
}
const props = defineProps<{ label: string; hideLabel?: boolean; main?: boolean }>();
const emit = defineEmits<{ pick: [item: PickedItem] }>();
const field = useId();
const typed = ref('');
const wrong = ref('');
const choices = ref<Choice[]>([]);

const exactly = (text: string): Choice | undefined =>
  choices.value.find((one) => one.id.toLowerCase() === text || one.name.toLowerCase() === text);
let looks = 0;
/** @returns whether the server answered */
const look = async (text: string): Promise<boolean> => {
  if (text.length < 2) return true;
  const mine = ++looks;
  const answer = await ask<Choice[]>(`/find/items?q=${encodeURIComponent(text)}`);
  // What came for an older question is of no use any more, and takes back nothing that was said since.
  if (mine === looks && text === typed.value.trim()) {
    if (answer.value) choices.value = answer.value;
    wrong.value = answer.error?.message ?? '';
  }
  return answer.error === null;
};
watch(typed, (text) => {
  wrong.value = '';
  if (!exactly(text.trim().toLowerCase())) void look(text.trim());
});
const pick = async (): Promise<void> => {
  const text = typed.value.trim();
  if (text === '') return;
  if (!exactly(text.toLowerCase()) && !(await look(text))) return;
  const found = exactly(text.toLowerCase()) ?? (choices.value.length === 1 ? choices.value[0] : undefined);
  if (!found) {
    wrong.value = choices.value.length
      ? `Which one is meant by “${text}”? Choose one of the list.`
      : `There is no item “${text}”. Choose one of the list.`;
    return;
  }
  typed.value = '';
  choices.value = [];
  emit('pick', { id: found.id, name: found.name });
};
/** For a form that is sent with something still in the field. */
defineExpose({ pick, isEmpty: () => typed.value.trim() === '' });
</script>

<template>
  <div>
    <label v-if="!props.hideLabel" :for="field">{{ label }}</label>
    <div class="flex gap-2">
      <input
        :id="field"
        v-model="typed"
        class="field min-w-0 flex-1"
        :list="`${field}-choices`"
        autocomplete="off"
        :aria-label="hideLabel ? label : undefined"
        :aria-invalid="wrong !== ''"
        :aria-describedby="wrong ? `${field}-wrong` : undefined"
        @keydown.enter.prevent="pick"
      />
      <ActButton :main="main" @click="pick">Add</ActButton>
    </div>
    <datalist :id="`${field}-choices`">
      <option v-for="one in choices" :key="one.id" :value="one.name">{{ one.id }}, {{ one.more }}</option>
    </datalist>
    <p v-if="wrong" :id="`${field}-wrong`" role="alert" class="mt-1 text-small font-semibold text-call">{{ wrong }}</p>
  </div>
</template>
