<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import type { State } from '@/lib/types';
import ItemSheet from '@/pages/Topology/ItemSheet.vue';

const props = defineProps<{
  items: {
    id: string;
    name: string;
    kind: string;
    tier: number | null;
    site: string | null;
    team: string | null;
    state: State;
    unseen: boolean;
  }[];
  /** How many there are, where not all are shown. */
  inAll: number;
  kinds: string[];
  find: string;
  kind: string;
}>();
const find = ref(props.find);
const kind = ref(props.kind);
const search = useDebounceFn(
  () =>
    router.get(
      '/estate',
      { find: find.value, kind: kind.value },
      { preserveState: true, replace: true, only: ['items', 'inAll', 'find', 'kind'] },
    ),
  150,
);
watch([find, kind], () => void search());
const shared = useShared();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const adding = ref(false);
const exported = (format: string): string =>
  `/export/${format}?${new URLSearchParams({ find: props.find, kind: props.kind })}`;
useCommands(() => [
  { name: 'Find in the estate', key: '/', run: () => document.getElementById('estate-find')?.focus() },
  ...(mayEdit.value ? [{ name: 'Add an item', key: 'n', run: () => (adding.value = true) }] : []),
]);
</script>

<template>
  <AppShell
    title="Estate"
    :follows="{ 'alert.': ['items'], 'signals.': ['items'], 'item.': ['items', 'inAll', 'kinds'] }"
  >
    <div class="flex min-h-0 flex-1 flex-col p-4 pb-0">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h1 class="mr-auto">Estate, {{ plural(inAll, 'item') }}</h1>
        <ActButton v-if="mayEdit" shortcut="n" @click="adding = true">Add an item</ActButton>
        <p class="text-small text-ink-2">
          {{ find || kind ? 'These' : 'All' }} as <a :href="exported('csv')" class="link">CSV</a>,
          <a :href="exported('json')" class="link">JSON</a>,
          <a :href="exported('graphml')" class="link">GraphML</a>
        </p>
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
      <div class="min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label="Items">
        <p v-if="items.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          Nothing found. Try part of a name, an address, an owner, a field such as tier 1, or another type.
        </p>
        <table v-else class="w-full text-left text-small">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th class="py-1 font-semibold">Item</th>
              <th class="font-semibold">Now</th>
              <th class="font-semibold">Type</th>
              <th class="font-semibold">Tier</th>
              <th class="font-semibold">Site</th>
              <th class="font-semibold">Team</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in items" :key="item.id" class="row-rule">
              <td class="py-1 pr-3">
                <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="font-semibold hover:underline">{{
                  item.name
                }}</Link>
              </td>
              <td class="pr-3">
                <span class="flex items-center gap-1.5"
                  ><StateMark :state="item.state" :size="16" :label="false" />{{ stateWords[item.state]
                  }}{{ item.unseen ? ', not seen' : '' }}</span
                >
              </td>
              <td class="pr-3">{{ item.kind }}</td>
              <td class="pr-3">{{ item.tier ?? '' }}</td>
              <td class="pr-3">{{ item.site }}</td>
              <td>{{ item.team }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="items.length < inAll" class="py-2 text-small text-ink-2">
          {{ items.length }} of {{ inAll }} are shown, what is in trouble among them. Find or choose a type to see
          others.
        </p>
      </div>
    </div>
    <ItemSheet v-if="adding" :item="null" @close="adding = false" />
  </AppShell>
</template>
