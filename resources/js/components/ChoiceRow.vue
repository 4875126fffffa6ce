<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue';
import type { Choice } from '@/lib/types';

/** One of a few words, each with its meaning, and why one was chosen beforehand. */
defineProps<{ name: string; choices: Choice[]; why?: string }>();
const model = defineModel<string>({ required: true });
</script>

<template>
  <RadioGroup v-model="model">
    <RadioGroupLabel as="p" class="font-semibold">{{ name }}</RadioGroupLabel>
    <div class="mt-1 grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-1.5">
      <RadioGroupOption
        v-for="choice in choices"
        :key="choice.value"
        v-slot="{ checked }"
        :value="choice.value"
        as="template"
      >
        <div
          class="cursor-pointer rounded-edge border-[1.5px] px-2.5 py-1.5"
          :class="checked ? 'border-ink bg-ink text-on-ink' : 'border-edge bg-sheet'"
        >
          <span class="block font-semibold first-letter:uppercase">{{ choice.value.replace('_', ' ') }}</span>
          <span class="block text-tiny">{{ choice.meaning }}</span>
        </div>
      </RadioGroupOption>
    </div>
    <span v-if="why" class="text-tiny text-ink-2">{{ why }}</span>
  </RadioGroup>
</template>
