<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import AppShell from '@/components/AppShell.vue';
import StateMark from '@/components/StateMark.vue';
import StoryList from '@/components/StoryList.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { plural, stateWords } from '@/lib/states';
import type { AlertLine, JournalLine, Service } from '@/lib/types';

interface SignalLine {
  id: number;
  at: string;
  condition: string;
  level: string;
  summary: string | null;
  value: number | null;
  unit: string | null;
  url: string | null;
  labels: Record<string, string> | null;
  received_at: string;
}
defineProps<{
  alert: Omit<AlertLine, 'incident'> & { key: string; incident: { id: number; ref: string; title: string } | null };
  itemName: string | null;
  services: Service[];
  signals: SignalLine[];
  story: JournalLine[];
}>();
</script>

<template>
  <AppShell
    :title="alert.title"
    :follows="{
      'alert.': ['alert', 'signals', 'story'],
      'signals.': ['alert', 'signals'],
      'incident.': ['alert', 'story'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[1fr_360px]"
      tabindex="0"
      role="region"
      aria-label="Alert"
    >
      <div>
        <h1 class="flex items-center gap-3">
          <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="28" />{{ alert.title }}
        </h1>
        <p class="mt-1 text-ink-2">
          {{ alert.closed_at ? 'Over' : 'Open' }}, {{ alert.level }}, {{ plural(alert.count, 'signal') }} from
          {{ alert.source }}, first <TimeAgo :at="alert.first_signal_at" />, last
          <TimeAgo :at="alert.last_signal_at" />.
          <template v-if="alert.flips">It cleared and fired again {{ plural(alert.flips, 'time') }}.</template>
        </p>
        <p class="mt-2">
          <template v-if="alert.item"
            >It is about
            <Link :href="`/estate/${encodeURIComponent(alert.item)}`" class="link font-semibold">{{
              itemName
            }}</Link>.</template
          >
          <template v-else-if="alert.item_named"
            >It names “{{ alert.item_named }}”, which is not in the estate.</template
          >
          <template v-if="services.length">
            On this stand
            <template v-for="(service, i) in services" :key="service.id"
              ><template v-if="i > 0">, </template
              ><Link :href="`/estate/${encodeURIComponent(service.id)}`" class="link">{{ service.name }}</Link> (tier
              {{ service.tier }}, {{ stateWords[service.state] }})</template
            >.</template
          >
        </p>
        <p v-if="alert.incident" class="mt-2">
          It belongs to
          <Link :href="`/incidents/${alert.incident.id}`" class="link font-semibold"
            >{{ alert.incident.ref }} {{ alert.incident.title }}</Link
          >.
        </p>
        <h2 class="mt-5 mb-1">Signals behind it, newest first</h2>
        <table class="w-full text-left text-small">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th class="py-1 font-semibold">At</th>
              <th class="font-semibold">Says</th>
              <th class="font-semibold">Level</th>
              <th class="font-semibold">Text</th>
              <th class="text-right font-semibold">Value</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="signal in signals" :key="signal.id" class="row-rule align-top">
              <td class="py-1 pr-3"><TimeAgo :at="signal.at" /></td>
              <td class="pr-3">{{ signal.condition }}</td>
              <td class="pr-3">{{ signal.level }}</td>
              <td class="pr-3">
                <a v-if="signal.url" :href="signal.url" class="link" rel="noreferrer">{{
                  signal.summary ?? signal.url
                }}</a><template v-else>{{ signal.summary }}</template
                ><span
                  v-for="(value, name) in signal.labels ?? {}"
                  :key="name"
                  class="ml-2 font-mono text-tiny text-ink-3"
                  >{{ name }}={{ value }}</span
                >
              </td>
              <td class="text-right font-mono">{{ signal.value }} {{ signal.unit }}</td>
            </tr>
          </tbody>
        </table>
        <p class="mt-3 text-tiny text-ink-3">
          Signals with the key <span class="font-mono">{{ alert.key }}</span> are one alert.
        </p>
      </div>
      <section aria-label="What happened to it">
        <h2 class="mb-1">What happened to it</h2>
        <StoryList :entries="story" />
      </section>
    </div>
  </AppShell>
</template>
