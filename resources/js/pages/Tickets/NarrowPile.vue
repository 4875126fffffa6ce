<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Named } from '@/pages/Tickets/tickets';

/** Which tickets of the pile are shown, and in which order. All of it stands in the address, and can be kept under a name. */
const props = defineProps<{
  pile: string;
  filter: Record<string, string>;
  lists: { name: string; query: string }[];
  services: Named[];
  teams: Named[];
}>();
const action = useAction();
const words = ref(props.filter.q ?? '');
const naming = ref(false);
const name = ref('');
const query = (change: Record<string, string>): string => {
  const next = new URLSearchParams({ pile: props.pile });
  for (const [field, value] of Object.entries({ ...props.filter, ...change })) if (value !== '') next.set(field, value);
  return next.toString();
};
const go = (change: Record<string, string>): void =>
  router.get(
    `${window.location.pathname}?${query(change)}`,
    {},
    { preserveState: true, preserveScroll: true, replace: true, only: ['filter', 'tickets', 'lists'] },
  );
const search = useDebounceFn(() => go({ q: words.value.trim() }), 200);
watch(words, () => void search());
const own = computed(() => query({}));
const isAny = computed(() => Object.keys(props.filter).length > 0);
const known = computed(() => props.lists.find((one) => one.query === own.value));
const keep = (): void =>
  action.send('/tickets/lists', { name: name.value, query: own.value }, () => {
    naming.value = false;
    name.value = '';
  });
const selects = computed(() => [
  { field: 'service', any: 'Any service', choices: props.services },
  { field: 'team', any: 'Any team', choices: [{ id: '-', name: 'The desk' }, ...props.teams] },
  {
    field: 'way',
    any: 'Any way in',
    choices: [
      { id: 'form', name: 'By the form' },
      { id: 'phone', name: 'By phone' },
      { id: 'mail', name: 'By mail' },
      { id: 'chat', name: 'By chat' },
      { id: 'api', name: 'From another system' },
    ],
  },
  {
    field: 'priority',
    any: 'Any priority',
    choices: [1, 2, 3, 4].map((one) => ({ id: String(one), name: one === 1 ? 'Priority 1' : `Priority 1 to ${one}` })),
  },
  {
    field: 'order',
    any: 'What runs out first',
    choices: [
      { id: 'waits', name: 'Who waits longest first' },
      { id: 'oldest', name: 'The oldest first' },
      { id: 'priority', name: 'By priority' },
    ],
  },
]);
const shown = computed(() => (props.filter.show ?? '').split(',').filter(Boolean));
const columns = [
  { id: 'team', name: 'team' },
  { id: 'item', name: 'item' },
  { id: 'way', name: 'way in' },
  { id: 'language', name: 'language' },
  { id: 'waits', name: 'since when it waits' },
];
const flip = (id: string): void =>
  go({ show: (shown.value.includes(id) ? shown.value.filter((one) => one !== id) : [...shown.value, id]).join(',') });
const value = (event: Event): string => (event.target as HTMLSelectElement).value;
</script>

<template>
  <details class="mb-2 text-small" :open="isAny">
    <summary class="cursor-pointer py-1">
      {{ isAny ? `Narrowed${known ? `: ${known.name}` : ''}` : 'Narrow or order' }}
    </summary>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <label class="col-span-2"
        ><span class="sr-only">Words, a name, a place or a reference</span>
        <input v-model="words" type="search" class="field py-1" placeholder="Words, a name, a place or a reference"
      /></label>
      <label v-for="one in selects" :key="one.field">
        <span class="sr-only">{{ one.any }}</span>
        <select class="field py-1" :value="filter[one.field] ?? ''" @change="go({ [one.field]: value($event) })">
          <option value="">{{ one.any }}</option>
          <option v-for="choice in one.choices" :key="choice.id" :value="choice.id">{{ choice.name }}</option>
        </select>
      </label>
    </div>
    <fieldset class="mt-2 flex flex-wrap gap-x-3 gap-y-1">
      <legend class="float-left mr-3">Also show</legend>
      <label v-for="one in columns" :key="one.id" class="flex min-h-6 items-center gap-1.5"
        ><input
          type="checkbox"
          class="size-4 accent-[var(--ink)]"
          :checked="shown.includes(one.id)"
          @change="flip(one.id)"
        />{{ one.name }}</label
      >
    </fieldset>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p v-if="isAny && !naming" class="mt-1 flex flex-wrap gap-x-4">
      <button
        type="button"
        class="link min-h-6"
        @click="((words = ''), go({ q: '', service: '', team: '', way: '', priority: '', order: '', show: '' }))"
      >
        Show all
      </button>
      <button v-if="!known" type="button" class="link min-h-6" @click="naming = true">Keep as…</button>
      <button
        v-else
        type="button"
        class="link min-h-6"
        @click="action.send('/tickets/lists/drop', { name: known.name })"
      >
        Drop “{{ known.name }}”
      </button>
    </p>
    <form v-if="naming" class="mt-1 flex items-end gap-2" @submit.prevent="keep">
      <label class="grow">Name of the list <input v-model="name" class="field py-1" maxlength="60" autofocus /></label>
      <ActButton type="submit" :busy="action.busy.value">Keep it</ActButton>
    </form>
  </details>
  <p v-if="lists.length" class="mb-2 flex flex-wrap gap-x-4 text-small">
    <a v-for="one in lists" :key="one.name" :href="`/tickets?${one.query}`" class="link inline-block min-h-6">{{
      one.name
    }}</a>
  </p>
</template>
