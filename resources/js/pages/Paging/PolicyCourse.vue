<script setup lang="ts">
import { clockTime } from '@/lib/time';
import type { Course } from '@/pages/Paging/policy';

/** What a call by a policy would do if nobody answered: who is paged when. */
defineProps<{ course: Course }>();
</script>

<template>
  <div>
    <ul v-if="course.doubtful.length" class="mb-2 border-l-2 border-ink pl-2 text-small">
      <li v-for="one in course.doubtful" :key="one">{{ one }}</li>
    </ul>
    <p v-if="course.nobody.length" class="mb-1 text-small font-semibold text-call">
      Nobody is named in {{ course.nobody.slice(0, 4).join(', ') }}.
    </p>
    <ol class="text-small">
      <li v-for="(page, i) in course.pages" :key="i" class="row-rule grid grid-cols-[3.6rem_1fr_auto] gap-2 py-1">
        <span class="font-mono text-tiny">{{ clockTime(page.at).slice(-5) }}</span>
        <span
          ><strong>{{ page.name }}</strong
          >, {{ page.way }}</span
        >
        <span class="text-ink-3">round {{ page.round }}, step {{ page.step }}</span>
      </li>
    </ol>
    <p v-if="course.ends" class="mt-1 text-small text-ink-2">
      At {{ clockTime(course.ends).slice(-5) }} every step has been tried, and the coordinator is told.
    </p>
  </div>
</template>
