<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { clockTime } from '@/lib/time';
import { whyWords, type Why } from '@/pages/Signals/why';

/** Why somebody was told of an alert, or not: the rules that apply, and what was done by them when. */
defineProps<{ signalKey: string; why: Why }>();
</script>

<template>
  <section aria-labelledby="why-told">
    <h2 id="why-told" class="mb-1">Why you were told, or not</h2>
    <p class="text-small">
      Signals with the key <span class="font-mono break-all">{{ signalKey }}</span> are one alert.
      <template v-if="why.rules.length"
        >By these rules<template v-if="why.version"> of version {{ why.version }}</template
        >:</template
      >
      <template v-else>No rule matches; the general settings apply.</template>
    </p>
    <ul v-if="why.rules.length" class="mb-1 text-small">
      <li v-for="rule in why.rules" :key="rule.place">
        <Link href="/rules" class="link">{{ rule.place }}{{ rule.name ? `: ${rule.name}` : '' }}</Link>
        <span class="text-ink-2"> sets {{ rule.what }}</span>
      </li>
    </ul>
    <ol class="text-small">
      <li v-for="(entry, i) in why.entries" :key="i" class="row-rule flex gap-3 py-1">
        <span class="w-36 shrink-0 font-mono text-tiny whitespace-nowrap text-ink-2">{{ clockTime(entry.at) }}</span>
        <span :class="['opened', 'reopened'].includes(entry.kind) ? 'font-semibold' : ''">{{ whyWords(entry) }}</span>
      </li>
    </ol>
    <p v-if="why.entries.length === 0" class="text-small text-ink-2">
      Its signals are no longer kept, so this cannot be worked out.
    </p>
    <p v-if="why.cut" class="text-tiny text-ink-2">The latest are shown.</p>
  </section>
</template>
