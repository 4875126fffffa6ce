<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { ref, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import type { State } from '@/lib/types';

const props = defineProps<{
  items: {
    id: string;
    name: string;
    kind: string;
    tier: number | null;
    site: string | null;
    team: string | null;
    state: State;
  }[];
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
      { preserveState: true, replace: true, only: ['items', 'find', 'kind'] },
    ),
  150,
);
watch([find, kind], () => void search());
</script>

<template>
  <AppShell title="Estate" :follows="{ 'alert.': ['items'], 'signals.': ['items'] }">
    <div class="flex min-h-0 flex-1 flex-col p-4 pb-0">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h1 class="mr-auto">Estate, {{ plural(items.length, 'item') }}</h1>
        <Link href="/what-if" class="link text-small">What if…</Link>
        <label class="text-small"
          >Find <input v-model="find" type="search" class="field inline-block! w-56! py-1" placeholder="name, id, site"
        /></label>
        <label class="text-small"
          >Kind
          <select v-model="kind" class="field inline-block! w-44! py-1">
            <option value="">all</option>
            <option v-for="one in kinds" :key="one" :value="one">{{ one }}</option>
          </select></label
        >
      </div>
      <div class="min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label="Items">
        <p v-if="items.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          Nothing is called that. Try a part of the name, or another kind.
        </p>
        <table v-else class="w-full text-left text-small">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th class="py-1 font-semibold">Item</th>
              <th class="font-semibold">Now</th>
              <th class="font-semibold">Kind</th>
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
                  ><StateMark :state="item.state" :size="16" :label="false" />{{ stateWords[item.state] }}</span
                >
              </td>
              <td class="pr-3">{{ item.kind }}</td>
              <td class="pr-3">{{ item.tier ?? '' }}</td>
              <td class="pr-3">{{ item.site }}</td>
              <td>{{ item.team }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </AppShell>
</template>
