<script setup lang="ts">
import { computed } from 'vue';
import { lasting, millis, useClock, useNow } from '@/lib/time';

/** A time on the reader's clock, with its age beside it and the exact instant on hover. */
const props = withDefaults(defineProps<{ at: string | number; age?: boolean }>(), { age: true });
const now = useNow();
const clockTime = useClock();
const exact = computed(() => new Date(millis(props.at)).toISOString());
const words = computed(() => {
  const passed = now.value - millis(props.at);
  return passed >= 0 ? `${lasting(passed)} ago` : `in ${lasting(-passed)}`;
});
</script>

<template>
  <time :datetime="exact" :title="exact" class="whitespace-nowrap"
    >{{ clockTime(at) }}<span v-if="age" class="text-ink-3">, {{ words }}</span></time
  >
</template>
