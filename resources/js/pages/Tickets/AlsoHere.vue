<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { ref, watch } from 'vue';
import { ask } from '@/lib/ask';
import { LIVE } from '@/lib/beside';

/** Says that somebody has the desk before them, and hears who else has the same ticket: so that two do not answer it. */
const props = defineProps<{ ticket: number | null }>();
const EVERY = 30_000;
const others = ref<string[]>([]);
const say = async (): Promise<void> => {
  const about = props.ticket;
  const { value } = await ask<{ others: string[] }>('/tickets/here', { ticket: about }, LIVE);
  if (about === props.ticket) others.value = value?.others ?? [];
};
useIntervalFn(() => void say(), EVERY);
watch(
  () => props.ticket,
  () => {
    others.value = [];
    void say();
  },
  { immediate: true },
);
</script>

<template>
  <p v-if="others.length" class="mb-3 text-small font-semibold" role="status">
    {{ others.join(', ') }} {{ others.length === 1 ? 'has' : 'have' }} this ticket open too.
  </p>
</template>
