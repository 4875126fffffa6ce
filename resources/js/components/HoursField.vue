<script setup lang="ts">
import { WEEKDAYS } from '@/lib/enums';
import { computed } from 'vue';
import ClockField from '@/components/ClockField.vue';
import type { Hours } from '@/lib/types';

/** Times of week, or always. */
const hours = defineModel<Hours | null>({ required: true });

const limited = computed({
  get: () => hours.value !== null,
  set: (is: boolean) => {
    hours.value = is ? { days: [...WEEKDAYS], from: '22:00', to: '07:00' } : null;
  },
});
const set = (change: Partial<Hours>): void => {
  if (hours.value) hours.value = { ...hours.value, ...change };
};
const toggle = (day: string): void => {
  const days = hours.value?.days ?? [];
  set({ days: WEEKDAYS.filter((one) => (one === day ? !days.includes(day) : days.includes(one))) });
};
</script>

<template>
  <span role="group" aria-label="Hours" class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <label class="flex items-center gap-1"><input v-model="limited" type="checkbox" />only at certain hours</label>
    <template v-if="hours">
      <label>from <ClockField :model-value="hours.from" @update:model-value="(at) => set({ from: at })" /></label>
      <label>to <ClockField :model-value="hours.to" @update:model-value="(at) => set({ to: at })" /></label>
      <label v-for="day in WEEKDAYS" :key="day" class="flex items-center gap-1"
        ><input type="checkbox" :checked="hours.days.includes(day)" @change="toggle(day)" />{{ day }}</label
      >
    </template>
  </span>
</template>
