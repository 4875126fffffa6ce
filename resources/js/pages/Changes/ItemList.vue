<script setup lang="ts">
import { ref, useTemplateRef } from 'vue';
import ItemPicker, { type PickedItem } from '@/components/ItemPicker.vue';
import { ask } from '@/lib/ask';

/** Items of a plan: picked one by one, or pasted as a list of ids or names. */
const props = defineProps<{ label: string; hint: string }>();
const items = defineModel<PickedItem[]>({ required: true });
const picker = useTemplateRef('picker');
const pasting = ref(false);
const pasted = ref('');
const wrong = ref('');
const add = (item: PickedItem): void => {
  if (!items.value.some((one) => one.id === item.id)) items.value = [...items.value, item];
};
const drop = (item: PickedItem): void => {
  items.value = items.value.filter((one) => one.id !== item.id);
};
/** Takes what still stands in the field, as a form is sent; says whether nothing is left in it that is no item. */
const settle = async (): Promise<boolean> => {
  await picker.value?.pick();
  return picker.value?.isEmpty() ?? true;
};
defineExpose({ settle });
/** What something depends on, to be chosen from: of a service one rarely works on all. */
const beneath = ref<{ of: string; items: PickedItem[] } | null>(null);
let opened = 0;
const open = async (item: PickedItem): Promise<void> => {
  const mine = ++opened;
  const { value, error } = await ask<{ needs: PickedItem[] }>(`/item-card/${encodeURIComponent(item.id)}`);
  if (mine !== opened) return;
  wrong.value = error?.message ?? '';
  beneath.value = value && { of: item.name, items: value.needs.map((one) => ({ id: one.id, name: one.name })) };
};
/** The list is being looked up: what would be typed in it meanwhile would be lost. */
const reading = ref(false);
const read = async (): Promise<void> => {
  if (reading.value) return;
  reading.value = true;
  const missing: string[] = [];
  for (const text of pasted.value
    .split(/[\n,;]+/)
    .map((one) => one.trim())
    .filter(Boolean)) {
    const { value, error } = await ask<(PickedItem & { more: string })[]>(`/find/items?q=${encodeURIComponent(text)}`);
    if (error) {
      wrong.value = error.message;
      reading.value = false;
      return;
    }
    const found = value?.find((one) => [one.id, one.name].some((name) => name.toLowerCase() === text.toLowerCase()));
    if (found) add({ id: found.id, name: found.name });
    else missing.push(text);
  }
  reading.value = false;
  pasted.value = missing.join('\n');
  wrong.value = missing.length ? 'The estate knows none of these: correct them, or leave them out.' : '';
  pasting.value = missing.length > 0;
};
</script>

<template>
  <div>
    <ItemPicker ref="picker" :label="props.label" @pick="add" />
    <p class="text-tiny text-ink-2">{{ props.hint }}</p>
    <ul class="mt-1 flex flex-wrap gap-2 text-small">
      <li v-for="item in items" :key="item.id" class="border border-ink px-2 py-0.5">
        {{ item.name }}
        <button type="button" class="ml-1 min-h-6 min-w-6" :aria-label="`Without ${item.name}`" @click="drop(item)">
          ×
        </button>
        <button type="button" class="link min-h-6" @click="open(item)">
          beneath…<span class="sr-only"> {{ item.name }}</span>
        </button>
      </li>
    </ul>
    <div v-if="beneath" class="mt-1 border border-line bg-sheet p-2 text-small">
      <p>
        {{ beneath.of }} depends on<template v-if="beneath.items.length === 0"> nothing that is recorded.</template
        ><template v-else>:</template>
        <button type="button" class="link ml-2 min-h-6" @click="beneath = null">Close</button>
      </p>
      <ul class="flex flex-wrap gap-2">
        <li v-for="one in beneath.items" :key="one.id">
          <button
            type="button"
            class="link min-h-6"
            :disabled="items.some((each) => each.id === one.id)"
            @click="add(one)"
          >
            {{ items.some((each) => each.id === one.id) ? one.name : `Add ${one.name}` }}
          </button>
        </li>
      </ul>
    </div>
    <p v-if="wrong && !pasting" class="text-small text-call" role="alert">{{ wrong }}</p>
    <template v-if="pasting">
      <label class="mt-1 block text-small"
        >Ids or names, one on a line
        <textarea v-model="pasted" :readonly="reading" rows="4" class="field font-mono" />
      </label>
      <p v-if="wrong" class="text-small text-call" role="alert">{{ wrong }}</p>
      <button type="button" class="link min-h-6 text-small" @click="read">
        {{ reading ? 'Looking them up …' : 'Add them' }}
      </button>
    </template>
    <button v-else type="button" class="link min-h-6 text-small" @click="pasting = true">Paste a list…</button>
  </div>
</template>
