<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import ReachView from '@/components/ReachView.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import type { ReachData, Service, State } from '@/lib/types';

/** What would fall if some items failed, or were taken out for work. The address says it all, and can be handed on. */
interface Hit {
  id: string;
  name: string;
  tier: number | null;
  state: State;
  team: string | null;
}
const props = defineProps<{
  items: { id: string; name: string }[];
  unknown: string[];
  onTop: boolean;
  falls: Hit[];
  suffers: Hit[];
  loses: Hit[];
  services: Service[];
  teams: string[];
  sites: string[];
  reach: ReachData;
  choices: { id: string; name: string }[];
}>();
const typed = ref('');
const wrong = ref('');
const go = (ids: string[], now = props.onTop): void =>
  router.get(
    '/what-if',
    { ...(ids.length ? { items: ids.join(',') } : {}), ...(now ? { now: 1 } : {}) },
    { preserveState: true, preserveScroll: true, replace: true },
  );
const ids = computed(() => props.items.map((item) => item.id));
const add = (): void => {
  const words = typed.value.trim().toLowerCase();
  if (words === '') return;
  const found = props.choices.find((one) => one.id.toLowerCase() === words || one.name.toLowerCase() === words);
  wrong.value = found ? '' : `There is no item “${typed.value.trim()}”. Choose one of the list.`;
  if (!found) return;
  typed.value = '';
  if (!ids.value.includes(found.id)) go([...ids.value, found.id]);
};
const lists = computed(() =>
  [
    { title: 'Would be down', hits: props.falls },
    { title: 'Would work in part', hits: props.suffers },
    { title: 'Would only lose its spare', hits: props.loses },
  ].filter((list) => list.hits.length > 0),
);
const copied = ref(false);
const copy = async (): Promise<void> => {
  await navigator.clipboard.writeText(window.location.href).catch(() => undefined);
  copied.value = true;
};
</script>

<template>
  <AppShell
    title="What if"
    :follows="onTop ? { 'alert.': ['falls', 'suffers', 'loses', 'services', 'reach', 'teams', 'sites'] } : {}"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[420px_1fr]"
      tabindex="0"
      role="region"
      aria-label="What if"
    >
      <div>
        <h1>What if these were down?</h1>
        <form class="mt-2 flex items-end gap-2" @submit.prevent="add">
          <label class="block flex-1"
            >An item that fails, or is taken out for work
            <input v-model="typed" class="field" list="what-if-items" autocomplete="off" :aria-invalid="wrong !== ''" />
          </label>
          <ActButton main type="submit">Add</ActButton>
        </form>
        <datalist id="what-if-items">
          <option v-for="one in choices" :key="one.id" :value="one.name">{{ one.id }}</option>
        </datalist>
        <p v-if="wrong" role="alert" class="mt-1 text-small font-semibold text-call">{{ wrong }}</p>
        <ul class="mt-2 flex flex-wrap gap-2 text-small">
          <li v-for="item in items" :key="item.id" class="border border-ink px-2 py-0.5">
            <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="hover:underline">{{ item.name }}</Link>
            <button
              type="button"
              class="ml-1 min-h-6 min-w-6"
              :aria-label="`Without ${item.name}`"
              @click="go(ids.filter((id) => id !== item.id))"
            >
              ×
            </button>
          </li>
        </ul>
        <p v-if="unknown.length" class="mt-1 text-small text-ink-2">Not in the estate: {{ unknown.join(', ') }}.</p>
        <label class="mt-2 flex items-center gap-2 text-small"
          ><input type="checkbox" :checked="onTop" @change="go(ids, !onTop)" /> on top of what is wrong now</label
        >
        <template v-if="items.length">
          <p class="mt-3 text-head" role="status">
            <template v-if="falls.length + suffers.length + loses.length === 0">Nothing else would notice.</template>
            <template v-else
              ><strong>{{ plural(falls.length, 'item') }}</strong> would be down, {{ suffers.length }} work in part,
              {{ loses.length }} only lose a spare.</template
            >
          </p>
          <p v-if="services.length" class="mt-1">
            Services:
            <template v-for="(service, i) in services" :key="service.id"
              ><template v-if="i > 0">, </template
              ><Link :href="`/estate/${encodeURIComponent(service.id)}`" class="link">{{ service.name }}</Link> (tier
              {{ service.tier }}, {{ stateWords[service.state] }})</template
            >.
          </p>
          <p v-if="teams.length" class="mt-1 text-small">Tell: {{ teams.join(', ') }}.</p>
          <p v-if="sites.length" class="mt-1 text-small text-ink-2">At {{ sites.join(', ') }}.</p>
          <p class="mt-2">
            <ActButton @click="copy">Copy its address</ActButton>
            <span role="status" class="ml-2 text-small text-calm">{{
              copied ? 'Copied: whoever opens it sees this.' : ''
            }}</span>
          </p>
          <details v-for="list in lists" :key="list.title" class="mt-3" :open="list.hits.length <= 12">
            <summary class="text-small font-semibold text-ink-2">{{ list.title }} ({{ list.hits.length }})</summary>
            <ul class="text-small">
              <li v-for="hit in list.hits" :key="hit.id" class="row-rule flex items-center gap-1.5 py-1">
                <StateMark :state="hit.state" :size="14" :label="false" />
                <Link :href="`/estate/${encodeURIComponent(hit.id)}`" class="link">{{ hit.name }}</Link>
                <span v-if="hit.tier" class="text-ink-3">tier {{ hit.tier }}</span>
              </li>
            </ul>
          </details>
        </template>
        <p v-else class="mt-3 text-ink-2">
          Choose items, and see what would fall with them, what would only lose its spare, and whom to tell before a
          change.
        </p>
      </div>
      <section aria-label="What it would take along">
        <ReachView v-if="items.length" :reach="reach" :height="600" />
      </section>
    </div>
  </AppShell>
</template>
