<script setup lang="ts">
import { computed } from 'vue';
import { stateWords } from '@/lib/states';
import type { State } from '@/lib/types';

const props = withDefaults(defineProps<{ state: State; size?: number; label?: boolean }>(), { size: 22, label: true });
const words = computed(() => stateWords[props.state]);
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 24 24"
    class="shrink-0"
    :class="state === 'restored' ? 'text-calm' : 'text-ink'"
    :role="label ? 'img' : undefined"
    :aria-label="label ? words : undefined"
    :aria-hidden="label ? undefined : 'true'"
    fill="none"
    stroke="currentColor"
    stroke-width="2"
  >
    <template v-if="state === 'down'">
      <path d="M12 2 22 12 12 22 2 12z" fill="currentColor" stroke="none" />
      <path d="m8.5 8.5 7 7m0-7-7 7" stroke="var(--paper)" stroke-width="2.2" />
    </template>
    <template v-else-if="state === 'degraded'">
      <path d="M12 2.5 21.5 12 12 21.5 2.5 12z" />
      <path d="M12 2.5 21.5 12 12 21.5z" fill="currentColor" stroke="none" />
    </template>
    <template v-else-if="state === 'at_risk'">
      <circle cx="12" cy="12" r="8.5" stroke-dasharray="40 14" transform="rotate(-90 12 12)" />
      <circle cx="12" cy="12" r="2.6" fill="currentColor" stroke="none" />
    </template>
    <template v-else-if="state === 'restored'">
      <circle cx="12" cy="12" r="8.5" stroke-width="2.5" />
      <path d="m8 12 3 3 5-6" stroke-width="2.5" />
    </template>
    <circle v-else cx="12" cy="12" r="8.5" />
  </svg>
</template>
