<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { localOf, ownZone, presently } from '@/lib/time';
import { readWhen } from '@/lib/when';

/**
 * A day and a time, typed on a 24-hour clock: a browser's own field follows its language, and shows am and pm.
 *
 * Its value is like 2026-03-29T09:00, on the clocks of the zone; empty while nothing is understood.
 */
const props = defineProps<{ zone?: string; required?: boolean }>();
const value = defineModel<string>({ required: true });
const shown = (at: string): string => at.replace('T', ' ');
const typed = ref(shown(value.value));
const field = ref<HTMLInputElement | null>(null);
const zone = computed(() => props.zone ?? ownZone);
/** As it was meant when it was typed: `tomorrow` stays that day after midnight. */
const understood = computed(() => readWhen(typed.value, presently(), zone.value));
const isWrong = computed(() => typed.value.trim() !== '' && understood.value === null);
const words = computed(() =>
  understood.value
    ? new Intl.DateTimeFormat('en-GB', {
        timeZone: 'UTC',
        weekday: 'long',
        day: 'numeric',
        month: 'long',
        ...(understood.value.slice(0, 4) === localOf(presently(), zone.value).slice(0, 4) ? {} : { year: 'numeric' }),
      }).format(Date.parse(`${understood.value}Z`))
    : '',
);
watch(value, (at) => {
  // Set from outside: what somebody is typing is left alone.
  if (at !== (understood.value ?? '')) typed.value = shown(at);
});
const read = (): void => {
  value.value = understood.value ?? '';
  field.value?.setCustomValidity(
    isWrong.value ? 'Type a day and a time, such as 2026-03-29 09:00 or tomorrow 9:00.' : '',
  );
};
const tidy = (): void => {
  if (understood.value) typed.value = shown(understood.value);
};
</script>

<template>
  <span class="block">
    <input
      ref="field"
      v-model="typed"
      class="field font-mono"
      :required="required"
      autocomplete="off"
      placeholder="2026-03-29 09:00"
      :aria-invalid="isWrong"
      @input="read"
      @blur="tidy"
    />
    <span class="block text-tiny font-normal" :class="isWrong ? 'text-call' : 'text-ink-2'">{{
      isWrong ? 'A day and a time, such as 2026-03-29 09:00 or tomorrow 9:00' : words
    }}</span>
  </span>
</template>
