<script setup lang="ts">
import { ref } from 'vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { clockTime } from '@/lib/time';
import type { SignalLine } from '@/pages/Signals/why';

/** The signals of an alert, newest first, each with what was sent word for word. */
defineProps<{ signals: SignalLine[]; inAll: number }>();
defineEmits<{ showAll: [] }>();
const raw = ref<number | null>(null);
</script>

<template>
  <section aria-label="Signals">
    <h2 class="mt-5 mb-1">Signals, newest first</h2>
    <table class="w-full text-left text-small">
      <thead class="text-ink-2">
        <tr class="row-rule">
          <th class="py-1 font-semibold">At</th>
          <th class="font-semibold">Says</th>
          <th class="font-semibold">Level</th>
          <th class="font-semibold">Text</th>
          <th class="text-right font-semibold">Value</th>
          <th><span class="sr-only">Raw payload</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="signal in signals" :key="signal.id">
          <tr class="row-rule align-top">
            <td class="py-1 pr-3">
              <TimeAgo :at="signal.at" /><span
                v-if="signal.said_at"
                class="block text-tiny text-call"
                :title="`Its sender said ${signal.said_at}; received ${signal.received_at}`"
                >sender said {{ clockTime(signal.said_at) }}</span
              >
            </td>
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
            <td class="pl-3 text-right">
              <button
                v-if="signal.payload"
                type="button"
                class="link"
                :aria-expanded="raw === signal.id"
                @click="raw = raw === signal.id ? null : signal.id"
              >
                raw
              </button>
            </td>
          </tr>
          <tr v-if="raw === signal.id">
            <td colspan="6" class="bg-shade p-2">
              <pre class="overflow-x-auto font-mono text-tiny whitespace-pre-wrap">{{ signal.payload }}</pre>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="inAll > signals.length" class="mt-2 text-small">
      {{ signals.length }} of {{ inAll }} are shown.
      <button type="button" class="link" @click="$emit('showAll')">Show up to 2,000</button>
    </p>
    <p v-else-if="signals.length === 0" class="mt-2 text-small text-ink-2">Its signals are no longer kept.</p>
  </section>
</template>
