<script setup lang="ts">
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { StepLine } from '@/lib/shapes';
import { clockTime } from '@/lib/time';

/** The steps of a change, ticked off while it is under way. */
const props = defineProps<{ change: number; steps: StepLine[]; mayTick: boolean }>();
const action = useAction();
const tick = (step: StepLine): void =>
  action.send(`/changes/${props.change}/tick`, { step: step.id, done: step.done === null });
</script>

<template>
  <section aria-labelledby="steps">
    <h2 id="steps">Steps</h2>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <ol>
      <li v-for="(step, i) in steps" :key="step.id" class="row-rule py-1.5">
        <label class="flex min-h-6 items-start gap-2" :class="mayTick ? '' : 'cursor-default!'"
          ><input
            type="checkbox"
            class="mt-1"
            :checked="step.done !== null"
            :disabled="!mayTick || action.busy.value"
            @change="tick(step)"
          />
          <span :class="step.done ? 'text-ink-2' : ''"
            >{{ i + 1 }}. {{ step.text }}<template v-if="step.minutes"> ({{ step.minutes }} min)</template></span
          ></label
        >
        <p v-if="step.noReturn" class="ml-6 text-small font-semibold text-call">After this there is no way back.</p>
        <p v-if="step.check" class="ml-6 text-small text-ink-2">It worked if: {{ step.check }}</p>
        <p v-if="step.back" class="ml-6 text-small text-ink-2">Back: {{ step.back }}</p>
        <p v-if="step.done" class="ml-6 text-small text-ink-2">{{ step.by }}, {{ clockTime(step.done) }}</p>
      </li>
    </ol>
  </section>
</template>
