<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed } from 'vue';
import AppShell from '@/components/AppShell.vue';
import { plural } from '@/lib/states';

/** What of the record is doubtful, and how much of what each team owns is sound. */
const props = defineProps<{
  rows: {
    id: string;
    name: string;
    kind: string;
    tier: number | null;
    team: string | null;
    doubts: { is: string; words: string; detail: string }[];
  }[];
  inAll: number;
  kinds: { value: string; words: string; count: number }[];
  teams: { id: string; name: string; items: number; sound: number }[];
  team: string;
  doubt: string;
}>();
const go = (team: string, doubt: string): void =>
  router.get(
    '/truth',
    { ...(team ? { team } : {}), ...(doubt ? { doubt } : {}) },
    { preserveState: true, replace: true },
  );
const total = computed(() =>
  props.teams.reduce((sum, one) => ({ items: sum.items + one.items, sound: sum.sound + one.sound }), {
    items: 0,
    sound: 0,
  }),
);
const percent = (sound: number, items: number): string => `${Math.floor((sound / Math.max(1, items)) * 100)}%`;
</script>

<template>
  <AppShell
    title="Record check"
    :follows="{ 'item.': ['rows', 'inAll', 'kinds', 'teams'], 'snapshot.': ['rows', 'inAll', 'kinds', 'teams'] }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[300px_1fr]"
      tabindex="0"
      role="region"
      aria-label="Truth"
    >
      <div>
        <h1>{{ percent(total.sound, total.items) }} of the record is reliable</h1>
        <p class="text-small text-ink-2">
          {{ total.sound }} of {{ plural(total.items, 'item') }}: owned, seen, not contradicted, and used by something.
        </p>
        <h2 class="mt-4 mb-1">By team, least reliable first</h2>
        <ul class="text-small">
          <li v-for="one in teams" :key="one.id" class="row-rule">
            <button
              type="button"
              class="grid w-full grid-cols-[1fr_auto] items-center gap-2 py-1 text-left"
              :aria-pressed="team === one.id"
              @click="go(team === one.id ? '' : one.id, doubt)"
            >
              <span :class="team === one.id ? 'font-bold' : ''">{{ one.name }}</span>
              <span class="text-ink-2">{{ one.sound }} of {{ one.items }}, {{ percent(one.sound, one.items) }}</span>
              <span class="col-span-2 block h-1 bg-shade" aria-hidden="true"
                ><span class="block h-1 bg-ink" :style="{ width: percent(one.sound, one.items) }"
              /></span>
            </button>
          </li>
        </ul>
        <h2 class="mt-4 mb-1">By problem</h2>
        <ul class="text-small">
          <li v-for="one in kinds" :key="one.value" class="row-rule">
            <button
              type="button"
              class="flex w-full justify-between py-1 text-left"
              :aria-pressed="doubt === one.value"
              :class="doubt === one.value ? 'font-bold' : ''"
              @click="go(team, doubt === one.value ? '' : one.value)"
            >
              <span class="first-letter:uppercase">{{ one.words }}</span><span class="text-ink-2">{{ one.count }}</span>
            </button>
          </li>
        </ul>
      </div>
      <section aria-label="Doubtful records">
        <h2 class="mb-1">
          {{ plural(inAll, 'doubtful record')
          }}<template v-if="team || doubt">
            with that choice
            <button type="button" class="link ml-2" @click="go('', '')">Show all</button></template
          >
        </h2>
        <p v-if="rows.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          No doubtful records. What a scan contradicts or no longer sees appears here by itself.
        </p>
        <ul class="text-small">
          <li v-for="row in rows" :key="row.id" class="row-rule grid gap-x-4 py-1.5 md:grid-cols-[260px_1fr]">
            <div>
              <Link :href="`/estate/${encodeURIComponent(row.id)}`" class="link font-semibold">{{ row.name }}</Link>
              <p class="text-tiny text-ink-3">
                {{ row.kind }}{{ row.tier ? `, tier ${row.tier}` : '' }}{{ row.team ? `; ${row.team}` : '' }}
              </p>
            </div>
            <ul>
              <li v-for="one in row.doubts" :key="one.is">
                <strong class="first-letter:uppercase">{{ one.words }}</strong><span
                  v-if="one.detail"
                  class="text-ink-2"
                  >: {{ one.detail }}</span
                >
              </li>
            </ul>
          </li>
        </ul>
        <p v-if="rows.length < inAll" class="py-2 text-small text-ink-2">
          {{ rows.length }} of {{ inAll }} are shown. Choose a team or a problem to see the others.
        </p>
      </section>
    </div>
  </AppShell>
</template>
