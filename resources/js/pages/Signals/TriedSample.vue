<script setup lang="ts">
import { plural } from '@/lib/states';
import type { Tried } from '@/pages/Signals/source';

/** What becomes of a sample by the mapping as it is. */
defineProps<{ isEmpty: boolean; wrong: { at: string; message: string } | null; tried: Tried | null }>();
</script>

<template>
  <section class="mt-4 border border-line bg-sheet p-3" aria-live="polite" aria-label="What becomes of the sample">
    <p v-if="isEmpty" class="text-ink-2">Paste a sample, and what becomes of it shows here.</p>
    <p v-else-if="wrong" class="font-semibold text-call">{{ wrong.at }} {{ wrong.message }}</p>
    <template v-else-if="tried">
      <p :class="tried.missing.length ? 'font-semibold text-call' : 'font-semibold text-calm'">
        {{
          tried.missing.length
            ? `Something is missing: ${tried.missing.map((one) => one.field).join(', ')}.`
            : `It becomes ${plural(tried.signals.length, 'signal')}.`
        }}
      </p>
      <ul v-if="tried.missing.length" class="text-small">
        <li v-for="(one, i) in tried.missing" :key="i">{{ one.field }}: {{ one.message }}</li>
      </ul>
      <dl v-for="(signal, i) in tried.signals" :key="i" class="mt-2 grid grid-cols-[110px_1fr] text-small">
        <template v-for="(value, field) in signal" :key="field"
          ><dt class="text-ink-2">{{ field }}</dt>
          <dd class="font-mono break-all">
            {{ typeof value === 'object' ? JSON.stringify(value) : value }}
          </dd></template
        >
      </dl>
    </template>
  </section>
</template>
