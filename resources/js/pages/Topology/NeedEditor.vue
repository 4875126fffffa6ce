<script setup lang="ts">
import { onMounted, ref } from 'vue';
import ItemPicker, { type PickedItem } from '@/components/ItemPicker.vue';
import { ask } from '@/lib/ask';
import { plural } from '@/lib/states';
import { HARD, SOFT, type NeedLine, type Relation } from '@/pages/Topology/record';

/** What an item needs, line by line, in words: "runs on 1 of these 2". */
const props = defineProps<{ relations: Relation[]; items: PickedItem[]; error?: string }>();
const lines = defineModel<NeedLine[]>({ required: true });
const names = ref(new Map(props.items.map((item) => [item.id, item.name])));
/** What a kept draft names may be among what the server told, or not. */
onMounted(async () => {
  const unnamed = lines.value.flatMap((line) => line.members).filter((id) => !names.value.has(id));
  for (const id of unnamed) {
    const found = await ask<PickedItem[]>(`/find/items?q=${encodeURIComponent(id)}`);
    const item = found.value?.find((one) => one.id === id);
    if (item) names.value.set(item.id, item.name);
  }
});
const add = (line: NeedLine, item: PickedItem): void => {
  names.value.set(item.id, item.name);
  if (!line.members.includes(item.id)) line.members.push(item.id);
};
const remove = (line: NeedLine, id: string): void => {
  line.members = line.members.filter((one) => one !== id);
  line.needed = Math.max(1, Math.min(line.needed, line.members.length));
};
</script>

<template>
  <fieldset>
    <legend class="font-semibold">Dependencies</legend>
    <p v-if="error" role="alert" class="text-small font-semibold text-call">{{ error }}</p>
    <div v-for="(line, i) in lines" :key="i" class="mt-1 border border-line bg-sheet p-2">
      <div class="flex flex-wrap items-center gap-2 text-small">
        <label class="sr-only" :for="`how-${i}`">How it depends on them</label>
        <select :id="`how-${i}`" v-model="line.how" class="field inline-block! w-auto! py-1">
          <option :value="HARD">needs</option>
          <option :value="SOFT">needs, for full service</option>
          <option v-for="one in relations" :key="one.id" :value="one.forward">
            {{ one.forward }}{{ one.strength === 'soft' ? ', for full service' : '' }}
          </option>
        </select>
        <template v-if="line.members.length > 1">
          <label class="sr-only" :for="`needed-${i}`">How many of them</label>
          <select :id="`needed-${i}`" v-model.number="line.needed" class="field inline-block! w-auto! py-1">
            <option v-for="n in line.members.length" :key="n" :value="n">{{ n }}</option>
          </select>
          of these {{ line.members.length }}
        </template>
        <button type="button" class="link ml-auto" @click="lines.splice(i, 1)">Take out</button>
      </div>
      <ul class="mt-1 flex flex-wrap gap-1.5 text-small">
        <li v-for="member in line.members" :key="member" class="border border-ink px-1.5">
          {{ names.get(member) ?? member }}
          <button
            type="button"
            class="min-h-6 min-w-6"
            :aria-label="`Without ${names.get(member) ?? member}`"
            @click="remove(line, member)"
          >
            ×
          </button>
        </li>
      </ul>
      <ItemPicker class="mt-1" hide-label :label="`Add an item to line ${i + 1}`" @pick="(item) => add(line, item)" />
    </div>
    <p class="mt-1 flex items-center gap-3 text-small">
      <button type="button" class="link" @click="lines.push({ how: HARD, needed: 1, members: [] })">
        Add a dependency
      </button>
      <span class="text-ink-3">{{ plural(lines.length, 'need') }}; several on one line back each other up</span>
    </p>
  </fieldset>
</template>
