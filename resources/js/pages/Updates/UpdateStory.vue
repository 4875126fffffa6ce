<script setup lang="ts">
import TimeAgo from '@/components/TimeAgo.vue';
import type { UpdateLine } from '@/lib/types';
import type { Phrases } from '@/pages/Updates/languages';

/** What outsiders were told; for a reporter who reads another language, as it was translated, with the original beside. */
defineProps<{
  updates: UpdateLine[];
  inWords?: Record<number, { text: string; isMachine: boolean }>;
  words?: Phrases;
}>();
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
      <template v-if="inWords?.[update.number]">
        <p class="whitespace-pre-line">{{ inWords[update.number]!.text }}</p>
        <details v-if="inWords[update.number]!.isMachine" class="text-small text-ink-2">
          <summary class="cursor-pointer">{{ words?.translated }}. {{ words?.original }}:</summary>
          <p dir="auto">{{ update.text }} {{ update.meanwhile }}</p>
        </details>
      </template>
      <template v-else>
        <p>{{ update.text }}</p>
        <p v-if="update.meanwhile"><strong>Meanwhile:</strong> {{ update.meanwhile }}</p>
      </template>
      <p class="text-small text-ink-2">
        <TimeAgo :at="update.published_at" /><template v-if="update.next_at && i === 0"
          >. Next update at <TimeAgo :at="update.next_at" :age="false" />.</template
        >
      </p>
    </li>
  </ol>
</template>
