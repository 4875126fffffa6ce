<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { clockTime, lasting, millis, useNow } from '@/lib/time';
import type { CoverGap } from '@/lib/types';

/** Nobody is on call for a while within a day: who it will be is decided before somebody has to be called. */
defineProps<{ gaps: CoverGap[]; selected: boolean }>();
const now = useNow();
</script>

<template>
  <article class="rounded-edge border bg-sheet px-3 py-2.5" :class="selected ? 'border-ink' : 'border-line'">
    <h3>Gaps in on-call cover within the next day</h3>
    <ul class="text-small">
      <li v-for="gap in gaps" :key="`${gap.rota}${gap.from}`" class="row-rule flex flex-wrap gap-x-3 py-1">
        <span class="min-w-48 flex-1"
          ><strong>{{ gap.team }}</strong
          >: {{ millis(gap.from) <= now ? 'now' : `from ${clockTime(gap.from)}` }} to {{ clockTime(gap.to) }},
          {{ lasting(millis(gap.to) - Math.max(now, millis(gap.from))) }}</span
        >
        <Link :href="`/on-call/${encodeURIComponent(gap.rota)}`" class="link">Put someone on call</Link>
      </li>
    </ul>
  </article>
</template>
