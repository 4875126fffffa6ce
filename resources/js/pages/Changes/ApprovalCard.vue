<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import type { ApprovalLine } from '@/lib/shapes';
import { clockTime } from '@/lib/time';

/** A change that waits for whoever looks: what it takes down stands on its page, where one says yes or no. */
defineProps<{ item: ApprovalLine; selected: boolean }>();
</script>

<template>
  <article class="rounded-edge border bg-sheet px-3 py-2.5" :class="selected ? 'border-ink' : 'border-line'">
    <h3>
      <Link :href="`/changes/${item.id}`" class="hover:underline">{{ item.ref }} {{ item.title }}</Link>
    </h3>
    <p class="text-small text-ink-2">
      {{ item.kind === 'emergency' ? 'An emergency change' : 'A change' }} for {{ clockTime(item.from) }} waits for your
      yes or no.
    </p>
  </article>
</template>
