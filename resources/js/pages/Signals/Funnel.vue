<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import AppShell from '@/components/AppShell.vue';
import { plural } from '@/lib/states';
import { clockTime, lasting } from '@/lib/time';

/** From signals to pages, for the time on the band; how much that asks of people; and what makes most of it. */
interface Noisy {
  source: string;
  check: string;
  alerts: number;
  flips: number;
  signals: number;
  items: number;
  latest: number;
  unneeded: number;
  need: string;
}
const props = defineProps<{
  from: number;
  to: number;
  funnel: { signals: number; repeats: number; alerts: number; groups: number; incidents: number; pages: number };
  load: {
    average: number;
    peak: number;
    flood_share: number;
    responders: number;
    windows: { at: number; alerts: number }[];
  };
  noisiest: Noisy[];
}>();
const steps = computed(() => [
  { name: 'signals', count: props.funnel.signals },
  { name: 'alerts', count: props.funnel.alerts },
  { name: 'groups', count: props.funnel.groups },
  { name: 'incidents', count: props.funnel.incidents },
  { name: 'pages', count: props.funnel.pages },
]);
const FLOOD = 10;
/** Counts span orders of magnitude: lengths are by their logarithm, numbers say the rest. */
const length = (count: number): number =>
  (Math.log10(count + 1) / Math.log10(Math.max(10, ...steps.value.map((step) => step.count + 1)))) * 100;
const top = computed(() => Math.max(FLOOD + 2, props.load.peak));
const y = (alerts: number): number => 96 - (alerts / top.value) * 90;
const width = computed(() => 1000 / Math.max(1, props.load.windows.length));
const perResponder = computed(() => props.load.average / props.load.responders);
const percent = (share: number): string => `${(share * 100).toFixed(share > 0 && share < 0.1 ? 1 : 0)}%`;
</script>

<template>
  <AppShell
    title="Funnel"
    :follows="{
      'signals.': ['funnel', 'load', 'noisiest', 'from', 'to'],
      'incident.': ['funnel'],
      'page.': ['funnel'],
    }"
  >
    <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Funnel">
      <div class="mb-3 flex flex-wrap items-baseline justify-between gap-3">
        <h1>From signals to pages</h1>
        <p class="text-small text-ink-2">
          {{ clockTime(from) }} to {{ clockTime(to) }}, {{ lasting(to - from) }}. Drag on the time band to look at
          another time.
        </p>
      </div>
      <div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section aria-labelledby="how-much">
          <h2 id="how-much" class="mb-1">From signals to what people were asked</h2>
          <ol>
            <li v-for="step in steps" :key="step.name" class="grid grid-cols-[90px_80px_1fr] items-center gap-3 py-1">
              <span>{{ step.name }}</span><strong class="text-right font-mono">{{
                step.count.toLocaleString('en-GB')
              }}</strong>
              <span class="h-4 bg-ink" :style="{ width: `${length(step.count)}%` }" aria-hidden="true" />
            </li>
          </ol>
          <p class="mt-1 text-small text-ink-2">
            {{ funnel.alerts ? `${(funnel.signals / funnel.alerts).toFixed(1)} signals an alert` : 'No alert' }};
            {{ plural(funnel.repeats, 'repeat') }} came besides. Bars are by the logarithm.
          </p>
        </section>
        <section aria-labelledby="yardsticks">
          <h2 id="yardsticks" class="mb-1">Load on people</h2>
          <table class="text-small">
            <thead>
              <tr class="text-left text-ink-2">
                <th class="pr-6 font-semibold"><span class="sr-only">What</span></th>
                <th class="pr-6 text-right font-semibold">here</th>
                <th class="font-semibold">yardstick</th>
              </tr>
            </thead>
            <tbody>
              <tr class="row-rule">
                <th class="py-1 pr-6 text-left font-normal">Alerts in 10 minutes, over all</th>
                <td class="pr-6 text-right font-mono" :class="load.average > 1 ? 'font-bold text-call' : ''">
                  {{ load.average.toFixed(2) }}
                </td>
                <td>about 1</td>
              </tr>
              <tr class="row-rule">
                <th class="py-1 pr-6 text-left font-normal">…by responder who was paged ({{ load.responders }})</th>
                <td class="pr-6 text-right font-mono" :class="perResponder > 1 ? 'font-bold text-call' : ''">
                  {{ perResponder.toFixed(2) }}
                </td>
                <td>about 1</td>
              </tr>
              <tr class="row-rule">
                <th class="py-1 pr-6 text-left font-normal">Most in 10 minutes</th>
                <td class="pr-6 text-right font-mono" :class="load.peak > FLOOD ? 'font-bold text-call' : ''">
                  {{ load.peak }}
                </td>
                <td>more than 10 is a flood</td>
              </tr>
              <tr class="row-rule">
                <th class="py-1 pr-6 text-left font-normal">Share of time in flood</th>
                <td class="pr-6 text-right font-mono" :class="load.flood_share > 0.01 ? 'font-bold text-call' : ''">
                  {{ percent(load.flood_share) }}
                </td>
                <td>less than 1%</td>
              </tr>
            </tbody>
          </table>
          <p class="mt-1 text-tiny text-ink-2">Yardsticks of ISA-18.2 and EEMUA 191.</p>
        </section>
      </div>
      <section class="mt-5" aria-labelledby="by-ten">
        <h2 id="by-ten" class="mb-1">Alerts, ten minutes by ten minutes</h2>
        <svg
          viewBox="0 0 1000 100"
          preserveAspectRatio="none"
          class="h-28 w-full border border-line bg-sheet"
          role="img"
          :aria-label="`At most ${load.peak} alerts in ten minutes`"
        >
          <rect
            v-for="(window, i) in load.windows"
            :key="window.at"
            :x="i * width"
            :width="Math.max(0.6, width - 0.6)"
            :y="y(window.alerts)"
            :height="96 - y(window.alerts)"
            :fill="window.alerts > FLOOD ? 'var(--call)' : 'var(--ink)'"
          >
            <title>{{ clockTime(window.at) }}: {{ plural(window.alerts, 'alert') }}</title>
          </rect>
          <line
            x1="0"
            x2="1000"
            :y1="y(FLOOD)"
            :y2="y(FLOOD)"
            stroke="var(--edge)"
            stroke-dasharray="6 4"
            vector-effect="non-scaling-stroke"
          />
        </svg>
        <p class="text-tiny text-ink-2">Broken line: ten, above which it is a flood.</p>
      </section>
      <section class="mt-5" aria-labelledby="noisiest">
        <h2 id="noisiest" class="mb-1">The noisiest checks, and what each would need</h2>
        <p v-if="noisiest.length === 0" class="text-ink-2">No alert opened in this time.</p>
        <table v-else class="w-full text-left text-small">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th class="py-1 font-semibold">Check</th>
              <th class="text-right font-semibold">Alerts</th>
              <th class="text-right font-semibold">On and off</th>
              <th class="text-right font-semibold">Signals</th>
              <th class="text-right font-semibold">Items</th>
              <th class="text-right font-semibold">Not needed</th>
              <th class="pl-6 font-semibold">What would help</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in noisiest" :key="`${one.source} ${one.check}`" class="row-rule">
              <td class="py-1.5 pr-3">
                <span class="font-semibold">{{ one.check }}</span> <span class="text-ink-2">{{ one.source }}</span>
              </td>
              <td class="text-right font-mono">{{ one.alerts }}</td>
              <td class="text-right font-mono">{{ one.flips }}</td>
              <td class="text-right font-mono">{{ one.signals }}</td>
              <td class="text-right font-mono">{{ one.items }}</td>
              <td class="text-right font-mono">{{ one.unneeded }}</td>
              <td class="pl-6">
                {{ one.need }} <Link :href="`/alerts/${one.latest}`" class="link">See its latest, and make fewer</Link>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </AppShell>
</template>
