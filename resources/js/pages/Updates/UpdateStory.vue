<script setup lang="ts">
import TimeAgo from '@/components/TimeAgo.vue';
import type { UpdateLine } from '@/lib/types';

defineProps<{ updates: UpdateLine[] }>();
</script>

<template>
  <ol>
    <li
      v-for="(update, i) in updates"
      :key="update.number"
      class="border-l-2 pb-4 pl-4"
      :class="i === 0 ? 'border-ink' : 'border-line'"
    >
      <p class="font-semibold">{{ update.stageWords }}</p>
      <p>{{ update.text }}</p>
      <p v-if="update.meanwhile"><strong>Meanwhile:</strong> {{ update.meanwhile }}</p>
      <p class="text-small text-ink-2">
        <TimeAgo :at="update.published_at" /><template v-if="update.next_at && i === 0"
          >. Next update at <TimeAgo :at="update.next_at" :age="false" />.</template
        >
      </p>
    </li>
  </ol>
</template>
