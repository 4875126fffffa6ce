<script setup lang="ts">
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import WhenField from '@/components/WhenField.vue';
import type { DraftedLine, ServiceState } from '@/lib/shapes';
import { stateWords } from '@/lib/states';
import { clockTime, localOf, millis, ownZone, useNow } from '@/lib/time';
import type { Choice } from '@/lib/types';

/** What an update says, before it is put into words; what is new since the last one stands out. */
const props = defineProps<{ stages: Choice[]; known: DraftedLine | null; drafted: ServiceState[] }>();
const stage = defineModel<string>('stage', { required: true });
const cause = defineModel<string>('cause', { required: true });
const counter = defineModel<string>('counter', { required: true });
const services = defineModel<ServiceState[] | null>('services', { required: true });
const places = defineModel<string[] | null>('places', { required: true });
const since = defineModel<string | null>('since', { required: true });
const estimate = defineModel<string | null>('estimate', { required: true });
const now = useNow();
const isNew = (fact: string): boolean => props.known?.changed.includes(fact) ?? false;
const shown = computed<ServiceState[]>(() => services.value ?? props.known?.services ?? props.drafted);
const felt = computed(() => places.value ?? props.known?.places ?? []);
const unnamed = computed(() =>
  (props.known?.allServices ?? []).filter((name) => !shown.value.some((s) => s.name === name)),
);
const elsewhere = computed(() => (props.known?.allPlaces ?? []).filter((name) => !felt.value.includes(name)));
const chosen = (event: Event): string => {
  const field = event.target as HTMLSelectElement;
  const { value } = field;
  field.value = '';
  return value;
};
const add = (event: Event): void => {
  const name = chosen(event);
  if (name) services.value = [...shown.value, { name, state: 'degraded' }];
};
const drop = (name: string): void => void (services.value = shown.value.filter((one) => one.name !== name));
const turn = (name: string, state: string): void =>
  void (services.value = shown.value.map((one) =>
    one.name === name ? { name, state: state as ServiceState['state'] } : one,
  ));
const addPlace = (event: Event): void => {
  const name = chosen(event);
  if (name) places.value = [...felt.value, name];
};
const dropPlace = (name: string): void => void (places.value = felt.value.filter((one) => one !== name));
</script>

<template>
  <section aria-labelledby="update-facts" class="grid content-start gap-3">
    <div>
      <h3 id="update-facts">Facts</h3>
      <p class="text-tiny text-ink-2">
        Once for all readers; each gets their own words.<template v-if="known?.changed.length">
          New since the last update: <strong>marked with a line</strong>.</template
        >
      </p>
    </div>
    <label class="font-semibold" :class="{ 'border-l-4 border-ink pl-2': isNew('stage') }">
      Stage
      <select v-model="stage" class="field font-normal">
        <option v-for="one in stages" :key="one.value" :value="one.value">{{ one.meaning }}</option>
      </select>
    </label>
    <div :class="{ 'border-l-4 border-ink pl-2': isNew('services') }" role="group" aria-label="Services">
      <p class="font-semibold">Services</p>
      <ul class="text-small">
        <li v-for="service in shown" :key="service.name" class="row-rule flex flex-wrap items-center gap-x-2 py-0.5">
          <StateMark :state="service.state" :size="16" :label="false" /><span class="min-w-0 flex-1">{{
            service.name
          }}</span>
          <select
            :value="service.state"
            class="field w-auto! py-0!"
            :aria-label="`How ${service.name} is`"
            @change="turn(service.name, ($event.target as HTMLSelectElement).value)"
          >
            <option value="down">{{ stateWords.down }}</option>
            <option value="degraded">{{ stateWords.degraded }}</option>
          </select>
          <button type="button" class="link min-h-6" @click="drop(service.name)">
            Drop<span class="sr-only"> {{ service.name }}</span>
          </button>
        </li>
      </ul>
      <p v-if="shown.length === 0" class="text-small text-ink-2">None that outsiders know by name.</p>
      <select v-if="unnamed.length" class="field mt-1" aria-label="Add a service" value="" @change="add">
        <option value="">Add a service…</option>
        <option v-for="name in unnamed" :key="name">{{ name }}</option>
      </select>
      <button v-if="services" type="button" class="link min-h-6 text-tiny" @click="services = null">
        As the record has them
      </button>
    </div>
    <div :class="{ 'border-l-4 border-ink pl-2': isNew('places') }" role="group" aria-label="Places">
      <p class="font-semibold">Places</p>
      <ul class="flex flex-wrap gap-x-3 text-small">
        <li v-for="place in felt" :key="place">
          {{ place }}
          <button type="button" class="link min-h-6" :aria-label="`Drop ${place}`" @click="dropPlace(place)">✕</button>
        </li>
      </ul>
      <p v-if="felt.length === 0" class="text-small text-ink-2">Everywhere, or not known.</p>
      <select v-if="elsewhere.length" class="field mt-1" aria-label="Add a place" value="" @change="addPlace">
        <option value="">Add a place…</option>
        <option v-for="name in elsewhere" :key="name">{{ name }}</option>
      </select>
      <button v-if="places" type="button" class="link min-h-6 text-tiny" @click="places = null">
        As the record has them
      </button>
    </div>
    <div v-if="known" role="group" aria-label="Since when">
      <p v-if="since === null" class="text-small">
        <strong>Since</strong> {{ clockTime(known.since) }}.
        <button type="button" class="link min-h-6" @click="since = localOf(millis(known.since), ownZone)">
          Correct…
        </button>
      </p>
      <template v-else>
        <label class="font-semibold">Since <WhenField v-model="since" class="font-normal" /></label>
        <button type="button" class="link min-h-6 text-small" @click="since = null">As the record has it</button>
      </template>
    </div>
    <div :class="{ 'border-l-4 border-ink pl-2': isNew('estimate') }" role="group" aria-label="Estimate">
      <p v-if="estimate === null" class="text-small">
        <strong>Estimate</strong> {{ known?.estimate ? clockTime(known.estimate) : 'none yet' }}.
        <button type="button" class="link min-h-6" @click="estimate = ''">
          {{ known?.estimate ? 'Revise…' : 'Say by when it works again…' }}
        </button>
      </p>
      <template v-else>
        <label class="font-semibold">Works again by <WhenField v-model="estimate" class="font-normal" /></label>
        <p class="flex flex-wrap gap-x-3 text-small">
          <button
            v-for="minutes in [30, 60, 120]"
            :key="minutes"
            type="button"
            class="link min-h-6"
            @click="estimate = localOf(now + minutes * 60_000, ownZone)"
          >
            {{ minutes < 60 ? `in ${minutes} min` : `in ${minutes / 60} h` }}
          </button>
          <button type="button" class="link min-h-6" @click="estimate = null">As the record has it</button>
        </p>
        <p class="text-tiny text-ink-2">Set for the incident, too, once this is sent.</p>
      </template>
    </div>
    <label class="font-semibold" :class="{ 'border-l-4 border-ink pl-2': isNew('cause') }">
      Cause, as far as it may be told
      <input
        v-model="cause"
        maxlength="500"
        class="field font-normal"
        placeholder="The clocks of the lanes are behind"
      />
      <span v-if="cause && stage === 'looking'" class="text-tiny font-normal text-ink-2"
        >Told once the stage says that it is found.</span
      >
    </label>
    <slot />
    <label class="font-semibold" :class="{ 'border-l-4 border-ink pl-2': isNew('counter') }">
      What staff do at the counter
      <textarea
        v-model="counter"
        rows="2"
        maxlength="1000"
        class="field font-normal"
        placeholder="Open the barriers by hand, and check tickets by date only"
      />
    </label>
  </section>
</template>
