<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { stateWords } from '@/lib/states';
import type { Cause } from '@/lib/types';

/** What is most likely behind it: the best first, with the reasons in words. */
defineProps<{ causes: Cause[] }>();
const likely = (score: number): string =>
  score >= 0.9 ? 'most likely' : score >= 0.5 ? 'likely' : score >= 0.15 ? 'perhaps' : 'less likely';
</script>

<template>
  <ol class="text-small">
    <li v-for="cause in causes" :key="cause.id" class="row-rule py-1.5">
      <p class="flex items-baseline justify-between gap-2">
        <Link :href="`/estate/${encodeURIComponent(cause.id)}`" class="link font-semibold">{{ cause.name }}</Link>
        <span class="shrink-0 text-ink-2" :title="`score ${cause.score}`"
          >{{ likely(cause.score) }}, {{ stateWords[cause.as] }}</span
        >
      </p>
      <p class="text-ink-2">{{ cause.words }}</p>
    </li>
  </ol>
</template>
