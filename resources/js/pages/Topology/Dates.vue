<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import AppShell from '@/components/AppShell.vue';
import { plural } from '@/lib/states';

/** Dates on which something ends, soonest first: certificates of sea-worthiness, contracts, calibrations. */
defineProps<{
  dates: {
    id: string;
    name: string;
    type: string;
    team: string | null;
    what: string;
    date: string;
    left: number;
    reminds: boolean;
    /** Of a date by which acting early pays: the end that it comes before. */
    before: string | null;
  }[];
  inAll: number;
  team: string;
  teams: { id: string; name: string }[];
}>();
const SOON = 14;
const choose = (event: Event): void =>
  router.get(
    '/dates',
    (event.target as HTMLSelectElement).value ? { team: (event.target as HTMLSelectElement).value } : {},
    { preserveState: true, replace: true },
  );
</script>

<template>
  <AppShell title="Dates" :follows="{ 'item.': ['dates', 'inAll'], 'type.': ['dates', 'inAll'] }">
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Dates">
      <div class="mb-2 flex flex-wrap items-baseline justify-between gap-3">
        <h1>Dates that end, soonest first</h1>
        <label class="text-small"
          >Team
          <select class="field inline-block! w-auto! py-1" :value="team" @change="choose">
            <option value="">all</option>
            <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
      </div>
      <p v-if="dates.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
        No item has an end date. Give a type an attribute that is a date, under
        <Link href="/types" class="link">Types</Link>.
      </p>
      <div v-else class="overflow-x-auto">
        <table class="w-full text-left text-small">
          <thead>
            <tr class="row-rule">
              <th scope="col" class="py-1 text-right font-semibold">Days left</th>
              <th scope="col" class="pl-4 font-semibold">Date</th>
              <th scope="col" class="pl-4 font-semibold">Item</th>
              <th scope="col" class="pl-4 font-semibold">What ends</th>
              <th scope="col" class="pl-4 font-semibold">Team</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in dates" :key="`${one.id}${one.what}`" class="row-rule">
              <td class="py-1 text-right font-mono" :class="one.left <= SOON ? 'font-semibold text-call' : ''">
                {{ one.left }}
              </td>
              <td class="pl-4 font-mono whitespace-nowrap">{{ one.date }}</td>
              <td class="pl-4">
                <Link :href="`/estate/${encodeURIComponent(one.id)}`" class="link">{{ one.name }}</Link>
                <span class="text-ink-3"> {{ one.type }}</span>
              </td>
              <td class="pl-4">
                {{ one.what }}<span v-if="one.before" class="text-ink-3">; the end is {{ one.before }}</span
                ><span v-if="!one.reminds" class="text-ink-3">; no reminder</span>
              </td>
              <td class="pl-4">{{ one.team ?? 'no team' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="inAll > dates.length" class="mt-2 text-small text-ink-2">
          The first {{ dates.length }} of {{ plural(inAll, 'date') }}. Choose a team to see the others.
        </p>
      </div>
    </div>
  </AppShell>
</template>
