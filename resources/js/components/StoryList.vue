<script setup lang="ts">
import { useFresh } from '@/lib/fresh';
import { clockTime } from '@/lib/time';
import type { JournalLine } from '@/lib/types';

/** The journal as a story: each entry with when, what, and who. */
const props = defineProps<{ entries: JournalLine[] }>();
const fresh = useFresh(() => props.entries.map((entry) => entry.seq));
</script>

<template>
  <ol class="text-body">
    <li
      v-for="entry in entries"
      :key="entry.seq"
      class="grid grid-cols-[3.6rem_1fr] gap-x-2 px-2 py-1"
      :class="[
        entry.weight === 'strong' ? 'my-1 border border-line bg-sheet py-1.5' : '',
        fresh.has(entry.seq) ? 'fresh' : '',
      ]"
    >
      <time :datetime="entry.at" :title="entry.at" class="font-mono text-small text-ink-3">{{
        clockTime(entry.at).slice(-5)
      }}</time>
      <p class="min-w-0 break-words" :class="entry.weight === 'quiet' ? 'text-ink-2' : ''">
        <span :class="entry.weight === 'strong' ? 'font-semibold' : ''">{{ entry.lead }}</span><template
          v-if="entry.rest"
          ><span class="text-ink-2">: {{ entry.rest }}</span></template
        >
        <span v-if="entry.by" class="text-ink-3">&ensp;{{ entry.by }}</span>
      </p>
    </li>
  </ol>
</template>
