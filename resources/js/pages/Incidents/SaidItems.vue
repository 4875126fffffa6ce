<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ItemPicker, { type PickedItem } from '@/components/ItemPicker.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { stateWords } from '@/lib/states';
import { ITEM_STATES } from '@/lib/enums';
import type { State } from '@/lib/types';
import type { SaidItem } from '@/pages/Incidents/room';

/** Items and services that people say are hit, or are not, whatever alerts say. */
const props = defineProps<{ incident: number; items: SaidItem[]; mayAct: boolean }>();
const action = useAction();
const picked = ref<PickedItem | null>(null);
const state = ref<State | ''>('down');
const states = [...ITEM_STATES].filter((state) => state !== 'up').reverse();
const adding = ref(false);
const say = (): void => {
  if (!picked.value) return;
  action.send(`/incidents/${props.incident}/items`, { item: picked.value.id, state: state.value || null }, () => {
    picked.value = null;
    adding.value = false;
  });
};
const unsay = (item: string): void => action.send(`/incidents/${props.incident}/items/unsay`, { item });
</script>

<template>
  <div class="text-small">
    <ul v-if="items.length">
      <li v-for="one in items" :key="one.id" class="row-rule flex flex-wrap gap-x-2 py-1">
        <span class="min-w-0 flex-1"
          ><Link :href="`/estate/${encodeURIComponent(one.id)}`" class="link">{{ one.name }}</Link>
          <span class="text-ink-2">{{
            one.why
              ? `${one.why}, says ${one.by ?? 'Skarvo'}`
              : one.state
                ? `${stateWords[one.state]}, says ${one.by ?? 'Skarvo'}`
                : `left out by ${one.by ?? 'Skarvo'}`
          }}</span></span
        >
        <button v-if="mayAct" type="button" class="link" @click="unsay(one.id)">
          Take back<span class="sr-only"> what was said of {{ one.name }}</span>
        </button>
      </li>
    </ul>
    <template v-if="mayAct">
      <button v-if="!adding" type="button" class="link" @click="adding = true">Add or exclude an item…</button>
      <form v-else class="mt-1 grid gap-2" @submit.prevent="say">
        <ItemPicker v-if="!picked" label="Item or service" @pick="(one) => (picked = one)" />
        <template v-else>
          <label class="font-semibold"
            >{{ picked.name }} is
            <select v-model="state" class="field font-normal">
              <option v-for="one in states" :key="one" :value="one">{{ stateWords[one] }}</option>
              <option value="">not part of this incident</option>
            </select>
          </label>
          <ActButton type="submit" :busy="action.busy.value">{{
            state ? `Add ${picked.name}` : `Leave ${picked.name} out`
          }}</ActButton>
        </template>
        <button type="button" class="link justify-self-start" @click="((adding = false), (picked = null))">
          Cancel
        </button>
      </form>
      <TroubleNote
        :text="action.errors.value.item ?? action.errors.value.state ?? action.errors.value.action"
        class="mt-1"
      />
    </template>
  </div>
</template>
