<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import NewRota from '@/pages/Rota/NewRota.vue';
import AppShell from '@/components/AppShell.vue';
import { clockTime, millis, useNow } from '@/lib/time';

/** Who is on call now and next, for each team, on the same picture of time as everything else. */
interface Turn {
  from: string;
  to: string;
  person: string | null;
  name: string | null;
}
const props = defineProps<{
  rotas: { id: string; name: string; team: string; time_zone: string; segments: Turn[] }[];
  services: { service: string; name: string; tier: number | null; now: { name: string } | null }[];
  mayArrange: boolean;
  choices: { teams: { id: string; name: string }[]; time_zone: string };
  /** Swaps that wait for my answer. */
  waiting: { rota: string; name: string; asker: string }[];
}>();
const now = useNow();
const frame = ref<HTMLElement | null>(null);
const { width } = useElementSize(frame);
const start = computed(() => millis(props.rotas[0]?.segments[0]?.from ?? now.value));
const end = computed(() => millis(props.rotas[0]?.segments.at(-1)?.to ?? now.value));
const x = (time: string | number): number =>
  ((millis(time) - start.value) / Math.max(1, end.value - start.value)) * width.value;
const days = computed(() => {
  const list: number[] = [];
  const day = new Date(start.value);
  day.setHours(24, 0, 0, 0);
  for (; day.getTime() < end.value; day.setDate(day.getDate() + 1)) list.push(day.getTime());
  return list;
});
const present = (turns: Turn[]): Turn | undefined =>
  turns.find((turn) => millis(turn.from) <= now.value && now.value < millis(turn.to));
const following = (turns: Turn[]): Turn | undefined => turns.find((turn) => millis(turn.from) > now.value);
</script>

<template>
  <AppShell title="On call" :follows="{ 'rota.': ['rotas', 'services', 'waiting'] }">
    <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="On call">
      <div class="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1>On call, now and in the next seven days</h1>
        <Link href="/fairness" class="link ml-auto text-small">Fairness</Link>
      </div>
      <p v-for="one in waiting" :key="one.rota + one.asker" class="mb-2 border-2 border-ink bg-sheet p-2 text-small">
        <strong>{{ one.asker }}</strong> asks you to swap turns on
        <Link :href="`/on-call/${one.rota}`" class="link">{{ one.name }}</Link>.
      </p>
      <table class="w-full table-fixed text-left text-small">
        <thead class="text-ink-2">
          <tr class="row-rule">
            <th class="w-44 py-1 font-semibold">Team</th>
            <th class="w-40 font-semibold">Now</th>
            <th class="w-64 font-semibold">Next</th>
            <th class="font-semibold max-md:hidden">
              <span ref="frame" class="relative block h-5 w-full">
                <span
                  v-for="day in days"
                  :key="day"
                  class="absolute text-tiny font-normal whitespace-nowrap"
                  :style="{ left: `${x(day)}px` }"
                  >{{ new Date(day).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' }) }}</span
                >
              </span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rota in rotas" :id="rota.id" :key="rota.id" class="row-rule">
            <td class="py-2 font-semibold">
              <Link :href="`/on-call/${rota.id}`" class="hover:underline">{{ rota.team }}</Link>
            </td>
            <td :class="present(rota.segments)?.name ? 'font-semibold' : 'font-semibold text-call'">
              {{ present(rota.segments)?.name ?? 'nobody' }}
            </td>
            <td class="text-ink-2">
              <template v-if="following(rota.segments)"
                >{{ following(rota.segments)?.name ?? 'nobody' }},
                {{ clockTime(following(rota.segments)?.from ?? 0) }}</template
              >
            </td>
            <td class="max-md:hidden">
              <svg :width="width" height="26" class="block" role="img" :aria-label="`Turns of ${rota.team}`">
                <g v-for="turn in rota.segments" :key="turn.from">
                  <rect
                    :x="x(turn.from) + 1"
                    y="3"
                    :width="Math.max(0, x(turn.to) - x(turn.from) - 2)"
                    height="20"
                    :fill="turn.name ? 'var(--shade)' : 'none'"
                    :stroke="turn.name ? 'var(--line)' : 'var(--call)'"
                    :stroke-dasharray="turn.name ? undefined : '3 3'"
                  />
                  <svg :x="x(turn.from) + 5" y="3" :width="Math.max(0, x(turn.to) - x(turn.from) - 10)" height="20">
                    <text y="14" class="fill-ink text-[12px]">{{ turn.name ?? 'nobody' }}</text>
                  </svg>
                </g>
                <line :x1="x(now)" :x2="x(now)" y1="0" y2="26" stroke="var(--call)" stroke-width="2" />
              </svg>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="rotas.length === 0" class="mt-2 max-w-2xl text-small">
        <strong class="text-call">Nobody is on call: there is no rota yet.</strong>
        {{ choices.teams.length ? 'Make the first one below' : 'Make a team first, under' }}
        <template v-if="choices.teams.length === 0"><Link href="/people" class="link">People</Link></template
        >, then say in its policy whom a call to the team pages.
      </p>
      <NewRota v-if="mayArrange" :teams="choices.teams" :time-zone="choices.time_zone" />
      <h2 v-if="services.length" class="mt-5 mb-1">By service</h2>
      <ul class="columns-1 text-small md:columns-2 xl:columns-3">
        <li v-for="one in services" :key="one.service" class="flex gap-2 py-1">
          <Link :href="`/estate/${encodeURIComponent(one.service)}`" class="link">{{ one.name }}</Link>
          <span class="text-ink-3">{{ one.tier ? `tier ${one.tier}` : '' }}</span>
          <span class="ml-auto pr-6" :class="one.now ? '' : 'font-semibold text-call'">{{
            one.now?.name ?? 'nobody'
          }}</span>
        </li>
      </ul>
    </div>
  </AppShell>
</template>
