<script setup lang="ts">
import { ref, watch } from 'vue';
import { readClock } from '@/lib/when';

/** A time of day on a 24-hour clock, whatever the browser's language: `7`, `700` and `7:00` are 07:00. */
const value = defineModel<string>({ required: true });
const typed = ref(value.value);
const field = ref<HTMLInputElement | null>(null);
watch(value, (at) => {
  if (at !== readClock(typed.value)) typed.value = at;
});
const read = (): void => {
  const clock = readClock(typed.value);
  if (clock) value.value = clock;
  field.value?.setCustomValidity(clock ? '' : 'Type a time from 00:00 to 23:59.');
};
const tidy = (): void => {
  typed.value = readClock(typed.value) ?? typed.value;
};
</script>

<template>
  <input
    ref="field"
    v-model="typed"
    class="field inline-block! w-20! py-1 font-mono"
    inputmode="numeric"
    maxlength="5"
    required
    @input="read"
    @blur="tidy"
  />
</template>
