<script setup lang="ts">
import TimeAgo from '@/components/TimeAgo.vue';
import type { JournalLine } from '@/lib/types';

/** What the journal says of an item, to read and to take along. */
defineProps<{ address: string; history: JournalLine[] }>();
</script>

<template>
  <section aria-labelledby="history-title">
    <h2 id="history-title" class="mb-1 flex justify-between">
      <span>History</span>
      <form :action="`/history/${address}`" class="flex flex-wrap items-center gap-2 font-normal">
        <label class="text-tiny"
          >from
          <input
            name="from"
            class="field inline-block! w-28! py-0.5 font-mono"
            placeholder="2026-01-01"
            pattern="\d{4}-\d\d-\d\d"
        /></label>
        <label class="text-tiny"
          >to
          <input
            name="to"
            class="field inline-block! w-28! py-0.5 font-mono"
            placeholder="2026-03-31"
            pattern="\d{4}-\d\d-\d\d"
        /></label>
        <button type="submit" class="link text-tiny">Download CSV</button>
      </form>
    </h2>
    <p v-if="history.length === 0" class="text-small text-ink-2">No changes since it was recorded.</p>
    <ol class="text-small">
      <li v-for="entry in history" :key="entry.seq" class="row-rule flex flex-wrap gap-x-3 py-1">
        <span class="w-40 text-ink-3"><TimeAgo :at="entry.at" /></span>
        <span class="min-w-0 flex-1 break-words"
          >{{ entry.lead }}<span v-if="entry.rest" class="text-ink-2">: {{ entry.rest }}</span></span
        >
        <span class="text-ink-2">{{ entry.by }}</span>
      </li>
    </ol>
  </section>
</template>
