<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { Link, router } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import type { State } from '@/lib/types';
import AnswerableSheet from '@/pages/Topology/AnswerableSheet.vue';
import ItemSheet from '@/pages/Topology/ItemSheet.vue';
import {
  addressOf,
  conditionOf,
  isWhole,
  MISSING,
  textOf,
  type AskedList,
  type ListCondition,
  type ListField,
} from '@/pages/Topology/estate';

const props = defineProps<{
  items: { id: string; name: string; state: State; unseen: boolean; cells: Record<string, string> }[];
  /** How many there are, where not all are shown. */
  inAll: number;
  kinds: string[];
  /** What the address asks for, as it was understood. */
  asked: AskedList;
  fields: ListField[];
  comparisons: { sign: string; words: string }[];
}>();
const MOST_CONDITIONS = 8;
const find = ref(props.asked.find);
const kind = ref(props.asked.kind);
const conditions = ref<ListCondition[]>(props.asked.where.map(conditionOf));
const columns = ref<string[]>([...props.asked.columns]);
const sort = ref(props.asked.sort);
const where = computed(() => conditions.value.filter(isWhole).map(textOf));
const query = computed(() =>
  addressOf({ find: find.value, kind: kind.value, where: where.value, columns: columns.value, sort: sort.value }),
);
const search = useDebounceFn(
  () =>
    router.get(`/estate?${query.value}`, {}, { preserveState: true, replace: true, only: ['items', 'inAll', 'asked'] }),
  150,
);
watch(
  () => query.value.toString(),
  () => void search(),
);
const shared = useShared();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const adding = ref(false);
const answering = ref(false);
const isNarrowed = computed(() => Boolean(props.asked.find || props.asked.kind || props.asked.where.length));
const address = computed(() => addressOf(props.asked).toString());
const label = (name: string): string => props.fields.find((field) => field.name === name)?.label ?? name;
const wide = (name: string): boolean => name === 'description';
const toggleColumn = (name: string): void => {
  // Columns stand in the order of the fields, whatever order they were chosen in.
  const chosen = columns.value.includes(name) ? columns.value.filter((one) => one !== name) : [...columns.value, name];
  columns.value = props.fields.map((field) => field.name).filter((one) => chosen.includes(one));
};
const sortBy = (name: string): void => {
  sort.value = sort.value === name ? `-${name}` : sort.value === `-${name}` ? '' : name;
};
const sorted = (name: string): 'ascending' | 'descending' | 'none' =>
  props.asked.sort === name ? 'ascending' : props.asked.sort === `-${name}` ? 'descending' : 'none';
const addCondition = (): void => {
  conditions.value.push({ field: props.fields[0]?.name ?? '', sign: '~', value: '' });
  void nextTick(() =>
    document
      .querySelectorAll<HTMLElement>('#estate-conditions select[data-field]')
      .item(conditions.value.length - 1)
      ?.focus(),
  );
};
useCommands(() => [
  { name: 'Find in the estate', key: '/', run: () => document.getElementById('estate-find')?.focus() },
  { name: 'Narrow the estate by a field', key: 'f', run: addCondition },
  ...(mayEdit.value ? [{ name: 'Add an item', key: 'n', run: () => (adding.value = true) }] : []),
]);
</script>

<template>
  <AppShell
    title="Estate"
    :follows="{ 'alert.': ['items'], 'signals.': ['items'], 'item.': ['items', 'inAll', 'kinds'], 'type.': ['fields'] }"
  >
    <div class="flex min-h-0 flex-1 flex-col p-4 pb-0">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h1 class="mr-auto">Estate, {{ plural(inAll, 'item') }}</h1>
        <ActButton v-if="mayEdit" shortcut="n" @click="adding = true">Add an item</ActButton>
        <label class="text-small"
          >Find
          <input
            id="estate-find"
            v-model="find"
            type="search"
            class="field inline-block! w-56! py-1"
            placeholder="name, address, owner, anything"
        /></label>
        <label class="text-small"
          >Type
          <select v-model="kind" class="field inline-block! w-44! py-1">
            <option value="">all</option>
            <option v-for="one in kinds" :key="one" :value="one">{{ one }}</option>
          </select></label
        >
      </div>
      <ul v-if="conditions.length" id="estate-conditions" class="mb-2 grid gap-1 text-small" aria-label="Conditions">
        <li v-for="(condition, i) in conditions" :key="i" class="flex flex-wrap items-center gap-2">
          <select
            v-model="condition.field"
            data-field
            class="field inline-block! w-52! py-1"
            :aria-label="`Field of condition ${i + 1}`"
          >
            <option v-for="field in fields" :key="field.name" :value="field.name">{{ field.label }}</option>
          </select>
          <select
            v-model="condition.sign"
            class="field inline-block! w-44! py-1"
            :aria-label="`Comparison of condition ${i + 1}`"
          >
            <option v-for="one in comparisons" :key="one.sign" :value="one.sign">{{ one.words }}</option>
          </select>
          <input
            v-if="condition.sign !== MISSING"
            v-model="condition.value"
            class="field inline-block! w-44! py-1"
            maxlength="200"
            :aria-label="`Value of condition ${i + 1}`"
          />
          <button type="button" class="link" :aria-label="`Remove condition ${i + 1}`" @click="conditions.splice(i, 1)">
            Remove
          </button>
        </li>
      </ul>
      <div class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
        <button v-if="conditions.length < MOST_CONDITIONS" type="button" class="link" @click="addCondition">
          {{ conditions.length ? 'And another field' : 'Narrow by a field' }} <kbd aria-hidden="true">f</kbd>
        </button>
        <Popover class="relative">
          <PopoverButton class="link">Columns</PopoverButton>
          <PopoverPanel
            class="absolute left-0 max-sm:-left-32 z-20 mt-1 max-h-96 w-72 overflow-y-auto border border-edge bg-sheet p-3 shadow-lg"
          >
            <fieldset>
              <legend class="mb-1 font-semibold">Show, beside name and state</legend>
              <label v-for="field in fields" :key="field.name" class="flex items-center gap-2 py-0.5"
                ><input type="checkbox" :checked="columns.includes(field.name)" @change="toggleColumn(field.name)" />{{
                  field.label
                }}</label
              >
            </fieldset>
          </PopoverPanel>
        </Popover>
        <button v-if="inAll > 0" type="button" class="link" @click="answering = true">Who answers for these</button>
        <p class="ml-auto text-ink-2">
          {{ isNarrowed ? 'These' : 'All' }} as <a :href="`/export/csv?${address}`" class="link">CSV</a>,
          <a :href="`/export/json?${address}`" class="link">JSON</a>,
          <a :href="`/export/graphml?${address}`" class="link">GraphML</a>
        </p>
      </div>
      <div class="min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label="Items">
        <p v-if="items.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          Nothing found. Try part of a name, an address, an owner, a field such as tier 1, or another type.
        </p>
        <table v-else class="w-full text-left text-small max-sm:min-w-[640px]">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th scope="col" class="py-1 font-semibold" :aria-sort="sorted('name')">
                <button type="button" class="font-semibold hover:underline" @click="sortBy('name')">
                  Item<span aria-hidden="true">{{
                    sorted('name') === 'none' ? '' : sorted('name') === 'ascending' ? ' ↑' : ' ↓'
                  }}</span>
                </button>
              </th>
              <th scope="col" class="font-semibold">Now</th>
              <th
                v-for="column in asked.columns"
                :key="column"
                scope="col"
                class="pr-3 font-semibold"
                :aria-sort="sorted(column)"
              >
                <button type="button" class="text-left font-semibold hover:underline" @click="sortBy(column)">
                  {{ label(column)
                  }}<span aria-hidden="true">{{
                    sorted(column) === 'none' ? '' : sorted(column) === 'ascending' ? ' ↑' : ' ↓'
                  }}</span>
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in items" :key="item.id" class="row-rule align-top">
              <td class="py-1 pr-3">
                <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="font-semibold hover:underline">{{
                  item.name
                }}</Link>
              </td>
              <td class="py-1 pr-3 whitespace-nowrap">
                <span class="flex items-center gap-1.5"
                  ><StateMark :state="item.state" :size="16" :label="false" />{{ stateWords[item.state]
                  }}{{ item.unseen ? ', not seen' : '' }}</span
                >
              </td>
              <td
                v-for="column in asked.columns"
                :key="column"
                class="py-1 pr-3"
                :class="wide(column) ? 'min-w-64' : ''"
              >
                {{ item.cells[column] }}
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="items.length < inAll" class="py-2 text-small text-ink-2">
          {{ items.length }} of {{ inAll }} are shown<template v-if="!asked.sort"
            >, what is in trouble among them</template
          >. Find, narrow or choose a type to see others.
        </p>
      </div>
    </div>
    <ItemSheet v-if="adding" :item="null" @close="adding = false" />
    <AnswerableSheet v-if="answering" :query="address" @close="answering = false" />
  </AppShell>
</template>
