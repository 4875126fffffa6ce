<script setup lang="ts">
import type { PlannedStep } from '@/pages/Changes/planning';

/** The steps of a plan, in their order: each with a check and a way back. */
const steps = defineModel<PlannedStep[]>({ required: true });
const add = (): void => {
  steps.value = [...steps.value, { text: '', minutes: null, check: '', back: '', no_return: false }];
};
const drop = (i: number): void => {
  steps.value = steps.value.filter((_, at) => at !== i);
};
const up = (i: number): void => {
  const list = [...steps.value];
  const [one] = list.splice(i, 1);
  if (one) list.splice(i - 1, 0, one);
  steps.value = list;
};
</script>

<template>
  <fieldset>
    <legend class="font-semibold">Steps</legend>
    <ol class="grid gap-3">
      <li v-for="(step, i) in steps" :key="i" class="grid gap-1 border-l-2 border-line pl-3 text-small">
        <label :for="`step-${i}`">Step {{ i + 1 }}</label>
        <input :id="`step-${i}`" v-model="step.text" class="field" maxlength="500" required />
        <span class="grid gap-2 sm:grid-cols-[6rem_1fr_1fr]">
          <label>Minutes<input v-model.number="step.minutes" type="number" min="1" max="10000" class="field" /></label>
          <label>How one sees that it worked<input v-model="step.check" class="field" maxlength="500" /></label>
          <label>The way back<input v-model="step.back" class="field" maxlength="500" /></label>
        </span>
        <span class="flex flex-wrap gap-x-4">
          <label class="flex min-h-6 items-center gap-2"
            ><input v-model="step.no_return" type="checkbox" />After it there is no way back</label
          >
          <button v-if="i > 0" type="button" class="link min-h-6" @click="up(i)">
            Earlier<span class="sr-only">: step {{ i + 1 }}</span>
          </button>
          <button type="button" class="link min-h-6" @click="drop(i)">
            Remove<span class="sr-only"> step {{ i + 1 }}</span>
          </button>
        </span>
      </li>
    </ol>
    <button type="button" class="link min-h-6 text-small" @click="add">Add a step</button>
  </fieldset>
</template>
