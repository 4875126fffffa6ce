<script setup lang="ts">
import WhenField from '@/components/WhenField.vue';
import { computed } from 'vue';
import { WEEKDAYS } from '@/lib/enums';
import { SHIFTS, type Layer } from '@/pages/Rota/rota';

/** One layer: people in order, from when, how long a turn is, and when in the week it speaks. */
const props = defineProps<{ people: { id: string; name: string }[]; number: number; isLast: boolean }>();
const emit = defineEmits<{ earlier: []; later: []; out: [] }>();
const layer = defineModel<Layer>({ required: true });
const names = computed(() => new Map(props.people.map((one) => [one.id, one.name])));
const add = (event: Event): void => {
  const field = event.target as HTMLSelectElement;
  if (field.value) layer.value.people.push(field.value);
  field.value = '';
};
const sooner = (i: number): void => {
  const [person] = layer.value.people.splice(i, 1);
  if (person) layer.value.people.splice(i - 1, 0, person);
};
const shifts = computed(() =>
  SHIFTS.some((one) => one.value === layer.value.shift)
    ? SHIFTS
    : [...SHIFTS, { value: layer.value.shift, words: layer.value.shift }],
);
const toggle = (window: { days: string[] }, day: string): void => {
  window.days = WEEKDAYS.filter((one) => (one === day ? !window.days.includes(day) : window.days.includes(one)));
};
const addWindow = (): void => {
  layer.value.windows = [...(layer.value.windows ?? []), { days: ['sat', 'sun'], from: '00:00', to: '24:00' }];
};
const dropWindow = (i: number): void => {
  const left = (layer.value.windows ?? []).filter((_, at) => at !== i);
  // A layer with an empty list of windows would never speak.
  if (left.length > 0) layer.value.windows = left;
  else delete layer.value.windows;
};
</script>

<template>
  <fieldset class="mb-3 border border-line bg-sheet p-3 text-small">
    <legend class="px-1 font-semibold">Layer {{ number }}</legend>
    <div class="flex flex-wrap items-end gap-3">
      <label
        >Name
        <input v-model="layer.name" class="field py-1" required maxlength="60" :aria-label="`Name of layer ${number}`"
      /></label>
      <span class="ml-auto flex gap-3">
        <button v-if="number > 1" type="button" class="link" @click="emit('earlier')">Earlier</button>
        <button v-if="!isLast" type="button" class="link" @click="emit('later')">Later</button>
        <button type="button" class="link" @click="emit('out')">Take out</button>
      </span>
    </div>
    <ol class="mt-2 list-decimal pl-5">
      <li v-for="(person, i) in layer.people" :key="`${person}${i}`" class="py-0.5">
        {{ names.get(person) ?? person }}
        <button v-if="i > 0" type="button" class="link ml-2" @click="sooner(i)">Earlier</button>
        <button
          type="button"
          class="link ml-2"
          :aria-label="`Without ${names.get(person) ?? person} in layer ${number}`"
          @click="layer.people.splice(i, 1)"
        >
          Take out
        </button>
      </li>
    </ol>
    <label class="mt-1 block"
      >Then
      <select class="field inline-block! w-52! py-1" :aria-label="`Add a person to layer ${number}`" @change="add">
        <option value="">choose someone…</option>
        <option v-for="one in people" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <div class="mt-2 grid grid-cols-2 gap-3">
      <label>The first turn begins <WhenField v-model="layer.starts" required /></label>
      <label
        >A turn is
        <select v-model="layer.shift" class="field py-1">
          <option v-for="one in shifts" :key="one.value" :value="one.value">{{ one.words }}</option>
        </select></label
      >
      <label
        >It ends <WhenField :model-value="layer.ends ?? ''" @update:model-value="(at) => (layer.ends = at)"
      /></label>
    </div>
    <div v-for="(window, i) in layer.windows ?? []" :key="i" class="mt-2 flex flex-wrap items-end gap-2">
      <span class="flex flex-wrap gap-1" role="group" :aria-label="`Days of window ${i + 1} of layer ${number}`">
        <button
          v-for="day in WEEKDAYS"
          :key="day"
          type="button"
          class="min-h-7 rounded-edge border px-1.5"
          :class="window.days.includes(day) ? 'border-ink bg-ink text-on-ink' : 'border-edge'"
          :aria-pressed="window.days.includes(day)"
          @click="toggle(window, day)"
        >
          {{ day }}
        </button>
      </span>
      <label
        >from <input v-model="window.from" class="field inline-block! w-20! py-1" pattern="\d\d:\d\d" required
      /></label>
      <label
        >to <input v-model="window.to" class="field inline-block! w-20! py-1" pattern="\d\d:\d\d" required
      /></label>
      <button type="button" class="link pb-1" @click="dropWindow(i)">Take out</button>
    </div>
    <p class="mt-2">
      <button type="button" class="link" @click="addWindow">
        {{ layer.windows?.length ? 'Add a window' : 'Only in part of the week' }}
      </button>
    </p>
  </fieldset>
</template>
