<script setup lang="ts">
import TypedField from '@/components/TypedField.vue';
import { lasting } from '@/lib/time';
import type { Step } from '@/pages/Paging/policy';

/** A step of an escalation policy: whom it calls, and how long it waits for them. */
const props = defineProps<{
  step: Step;
  place: number;
  of: number;
  rotas: { id: string; name: string }[];
  people: { id: string; name: string }[];
  mayEdit: boolean;
}>();
const emit = defineEmits<{ change: [step: Step]; move: [by: number]; drop: [] }>();
const named = (target: string): string => {
  const [kind, id] = [target.slice(0, target.indexOf(':')), target.slice(target.indexOf(':') + 1)];
  return kind === 'rota'
    ? (props.rotas.find((one) => one.id === id)?.name ?? target)
    : (props.people.find((one) => one.id === id)?.name ?? target);
};
const call = (targets: string[]): void => emit('change', { ...props.step, targets });
const add = (event: Event): void => {
  const field = event.target as HTMLSelectElement;
  if (field.value && !props.step.targets.includes(field.value)) call([...props.step.targets, field.value]);
  field.value = '';
};
</script>

<template>
  <li class="mb-2 border border-line bg-sheet p-3">
    <div class="flex flex-wrap items-baseline gap-3">
      <h2 class="text-ink!">Step {{ place }}</h2>
      <span v-if="mayEdit" class="ml-auto flex gap-3 text-small">
        <button v-if="place > 1" type="button" class="link" @click="$emit('move', -1)">Earlier</button>
        <button v-if="place < of" type="button" class="link" @click="$emit('move', 1)">Later</button>
        <button v-if="of > 1" type="button" class="link" @click="$emit('drop')">Take out</button>
      </span>
    </div>
    <ul class="mt-1 flex flex-wrap gap-1.5 text-small">
      <li v-for="target in step.targets" :key="target" class="border border-ink px-2 py-0.5">
        {{ named(target) }}
        <button
          v-if="mayEdit"
          type="button"
          class="min-h-6 min-w-6"
          :aria-label="`Without ${named(target)} in step ${place}`"
          @click="call(step.targets.filter((one) => one !== target))"
        >
          ×
        </button>
      </li>
      <li v-if="step.targets.length === 0" class="font-semibold text-call">calls nobody: choose someone</li>
    </ul>
    <div v-if="mayEdit" class="mt-2 flex flex-wrap items-end gap-3 text-small">
      <label
        >Also call
        <select class="field inline-block! w-52! py-1" :aria-label="`Also call in step ${place}`" @change="add">
          <option value="">choose…</option>
          <optgroup label="Whoever is on call">
            <option v-for="one in rotas" :key="one.id" :value="`rota:${one.id}`">{{ one.name }}</option>
          </optgroup>
          <optgroup label="A person">
            <option v-for="one in people" :key="one.id" :value="`person:${one.id}`">{{ one.name }}</option>
          </optgroup>
        </select></label
      >
      <label
        >then wait, minutes
        <TypedField
          class="field inline-block! w-20! py-1"
          type="number"
          min="1"
          max="1440"
          required
          :shown="step.wait_seconds / 60"
          @typed="(minutes) => $emit('change', { ...step, wait_seconds: Math.round(Number(minutes) * 60) })"
      /></label>
    </div>
    <p v-else class="mt-1 text-small text-ink-2">then waits {{ lasting(step.wait_seconds * 1000) }}</p>
  </li>
</template>
