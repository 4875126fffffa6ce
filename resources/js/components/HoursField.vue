<script setup lang="ts">
import { computed } from 'vue';

/** Times of week, or always. */
interface Hours {
  days: string[];
  from: string;
  to: string;
}
const hours = defineModel<Hours | null>({ required: true });
const all = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
const limited = computed({
  get: () => hours.value !== null,
  set: (is: boolean) => {
    hours.value = is ? { days: [...all], from: '22:00', to: '07:00' } : null;
  },
});
const set = (change: Partial<Hours>): void => {
  if (hours.value) hours.value = { ...hours.value, ...change };
};
const toggle = (day: string): void => {
  const days = hours.value?.days ?? [];
  set({ days: all.filter((one) => (one === day ? !days.includes(day) : days.includes(one))) });
};
</script>

<template>
  <span role="group" aria-label="Hours" class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <label class="flex items-center gap-1"><input v-model="limited" type="checkbox" />only at certain hours</label>
    <template v-if="hours">
      <label
        >from
        <input
          class="field inline-block! w-28! py-1"
          type="time"
          required
          :value="hours.from"
          @input="set({ from: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        >to
        <input
          class="field inline-block! w-28! py-1"
          type="time"
          required
          :value="hours.to"
          @input="set({ to: ($event.target as HTMLInputElement).value })"
      /></label>
      <label v-for="day in all" :key="day" class="flex items-center gap-1"
        ><input type="checkbox" :checked="hours.days.includes(day)" @change="toggle(day)" />{{ day }}</label
      >
    </template>
  </span>
</template>
