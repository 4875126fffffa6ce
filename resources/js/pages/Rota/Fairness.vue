<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import BurdenTable from '@/pages/Rota/BurdenTable.vue';

/** What being on call asks of each person in a quarter: hours say little, nights and broken sleep more. */
interface Burden {
  person: string;
  name: string;
  seconds: number;
  nights: number;
  weekend_days: number;
  holidays: number;
  pages: number;
  broken_nights: number;
}
const props = defineProps<{
  quarter: string;
  before: string;
  after: string;
  rotas: { id: string; name: string; people: Burden[]; standOut: Record<string, string[]> }[];
  holidays: Record<string, string> | [];
}>();
const shared = useShared();
const action = useAction();
const file = ref<File | null>(null);
const columns: { key: keyof Burden; title: string }[] = [
  { key: 'seconds', title: 'Hours' },
  { key: 'nights', title: 'Nights' },
  { key: 'weekend_days', title: 'Weekend days' },
  { key: 'holidays', title: 'Holidays' },
  { key: 'pages', title: 'Pages' },
  { key: 'broken_nights', title: 'Sleep broken' },
];
const named = computed(() => Object.entries(props.holidays));
</script>

<template>
  <AppShell title="Fairness" :follows="{ 'rota.': ['rotas'], 'page.': ['rotas'] }">
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Fairness">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1>On-call load in quarter {{ quarter.split('-')[1] }} of {{ quarter.split('-')[0] }}</h1>
        <p class="text-small">
          <Link :href="`/fairness?quarter=${before}`" class="link">Previous quarter</Link>&ensp;<Link
            :href="`/fairness?quarter=${after}`"
            class="link"
            >Next quarter</Link
          >
        </p>
        <Link href="/on-call" class="link ml-auto text-small">Who is on call</Link>
      </div>
      <p class="mb-3 text-small text-ink-2">
        A night is 22:00 to 06:00; it counts for whoever has an hour of it. Outliers are bold.
        <template v-if="named.length"
          >Public holidays: {{ named.map(([date, name]) => `${name} (${date})`).join(', ') }}.</template
        ><template v-else>No public holidays are known for this quarter.</template>
      </p>
      <div class="grid gap-x-8 gap-y-5 xl:grid-cols-2">
        <section v-for="rota in rotas" :key="rota.id" :aria-label="rota.name">
          <h2 class="mb-1">
            <Link :href="`/on-call/${rota.id}`" class="hover:underline">{{ rota.name }}</Link>
          </h2>
          <BurdenTable v-slot="{ one, column }" :people="rota.people" :columns="columns">
            <span
              class="font-mono text-tiny"
              :class="rota.standOut[column]?.includes(one.person) ? 'font-bold underline' : ''"
              >{{ column === 'seconds' ? Math.round(one.seconds / 3600) : one[column as keyof Burden] }}</span
            >
          </BurdenTable>
        </section>
      </div>
      <form
        v-if="shared.me?.administers"
        class="mt-5 flex flex-wrap items-end gap-3 text-small"
        @submit.prevent="action.send('/fairness/holidays', { file })"
      >
        <TroubleNote :text="Object.values(action.errors.value)[0]" />
        <label
          >Public holidays, as an iCalendar file
          <input
            type="file"
            accept=".ics"
            class="field py-1"
            required
            @change="file = ($event.target as HTMLInputElement).files?.[0] ?? null"
        /></label>
        <ActButton type="submit" :busy="action.busy.value">Use these holidays</ActButton>
      </form>
    </div>
  </AppShell>
</template>
