<script setup lang="ts">
import HoursField from '@/components/HoursField.vue';
import TypedField from '@/components/TypedField.vue';
import { computed } from 'vue';
import { durationOf, durationWords } from '@/lib/duration';
import type { Hours, Rule } from '@/lib/types';
import { LEVELS } from '@/pages/Signals/source';

/** One rule, edited in place: which signals, and what is set for them. */
const rule = defineModel<Rule>({ required: true });
const props = defineProps<{
  place: number;
  of: number;
  teams: { id: string; name: string }[];
  errors: Record<string, string>;
  mayEdit: boolean;
  /** Whose clocks a new rule goes by. */
  zone: string;
}>();
const emit = defineEmits<{ move: [by: number]; drop: [] }>();

const at = computed(() => `/rules/${props.place - 1}`);
const wrong = (path: string): string | undefined =>
  props.errors[`${at.value}/${path}`] ?? props.errors[`${at.value}/match/${path}`];
const any = computed(() =>
  Object.entries(props.errors)
    .filter(([pointer]) => pointer === at.value || pointer.startsWith(`${at.value}/`))
    .map(([, message]) => message),
);
const change = (part: 'match' | 'set', field: string, value: string | undefined): void => {
  const others = Object.entries(rule.value[part]).filter(([name]) => name !== field);
  const own = value === undefined || value === '' ? [] : [[field, value] as const];
  rule.value = { ...rule.value, [part]: Object.fromEntries([...others, ...own]) };
};
const labels = computed(() =>
  Object.entries(rule.value.match.labels ?? {})
    .map(([name, value]) => `${name}=${value}`)
    .join(', '),
);
const setLabels = (text: string): void => {
  const now: Record<string, string> = {};
  for (const pair of text.split(',')) {
    const [name, ...value] = pair.split('=');
    if (name?.trim() && value.length) now[name.trim()] = value.join('=').trim();
  }
  const match = { ...rule.value.match };
  if (Object.keys(now).length) match.labels = now;
  else delete match.labels;
  rule.value = { ...rule.value, match };
};
const setHours = (hours: Hours | null): void => {
  const match = { ...rule.value.match };
  if (hours) match.hours = { ...match.hours, ...hours };
  else delete match.hours;
  rule.value = { ...rule.value, match };
};
const typed = (event: Event): string => (event.target as HTMLInputElement).value;
const moveByKey = (event: KeyboardEvent): void => {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
  event.preventDefault();
  emit('move', event.key === 'ArrowUp' ? -1 : 1);
};
</script>

<template>
  <fieldset
    class="border bg-sheet p-3"
    :class="[rule.off ? 'border-dashed border-line opacity-70' : 'border-line', any.length ? 'border-call' : '']"
    :disabled="!mayEdit"
    @keydown="moveByKey"
  >
    <legend class="sr-only">Rule {{ place }}</legend>
    <div class="flex flex-wrap items-center gap-2">
      <span class="w-6 font-mono text-small text-ink-2" aria-hidden="true">{{ place }}</span>
      <input
        class="field max-w-96 py-1! font-semibold"
        :value="rule.name ?? ''"
        placeholder="What the rule is for"
        :aria-label="`Name of rule ${place}`"
        maxlength="120"
        @input="rule = { ...rule, name: typed($event) }"
      />
      <span class="ml-auto flex items-center gap-1">
        <label class="mr-2 flex items-center gap-1.5 text-small"
          ><input type="checkbox" :checked="!rule.off" @change="rule = { ...rule, off: !rule.off || undefined }" /> in
          force</label
        >
        <button
          type="button"
          class="link min-w-6 px-1 text-small disabled:opacity-40"
          :disabled="place === 1"
          :aria-label="`Move rule ${place} up`"
          title="Alt and arrow up"
          @click="emit('move', -1)"
        >
          ↑
        </button>
        <button
          type="button"
          class="link min-w-6 px-1 text-small disabled:opacity-40"
          :disabled="place === of"
          :aria-label="`Move rule ${place} down`"
          title="Alt and arrow down"
          @click="emit('move', 1)"
        >
          ↓
        </button>
        <button type="button" class="link ml-2 text-small" :aria-label="`Remove rule ${place}`" @click="emit('drop')">
          Remove
        </button>
      </span>
    </div>
    <div class="mt-2 grid gap-x-4 gap-y-2 pl-8 lg:grid-cols-2">
      <div>
        <p class="text-small font-semibold text-ink-2">For signals with</p>
        <div class="grid grid-cols-2 gap-2 text-small">
          <label v-for="field in ['check', 'item', 'source'] as const" :key="field" class="block"
            >{{ field }}
            <input
              class="field py-1! font-mono"
              :value="rule.match[field] ?? ''"
              placeholder="any; * for any run"
              :aria-invalid="Boolean(wrong(`match/${field}`))"
              @input="change('match', field, typed($event))"
            />
          </label>
          <label class="block"
            >level
            <select
              class="field py-1!"
              :value="rule.match.level ?? ''"
              @change="change('match', 'level', typed($event))"
            >
              <option value="">any</option>
              <option v-for="level in LEVELS" :key="level">{{ level }}</option>
            </select>
          </label>
          <label class="col-span-2 block"
            >labels
            <TypedField
              class="field py-1! font-mono"
              :shown="labels"
              placeholder="site=north, mount=*"
              @typed="setLabels"
            />
          </label>
          <div class="col-span-2">
            <HoursField :model-value="rule.match.hours ?? null" @update:model-value="setHours" />
            <p v-if="rule.match.hours" class="text-ink-2">
              By the time of the signal, on the clocks of {{ rule.match.hours.zone ?? zone }}
            </p>
          </div>
        </div>
      </div>
      <div>
        <p class="text-small font-semibold text-ink-2">Set</p>
        <div class="grid grid-cols-3 gap-2 text-small">
          <label
            v-for="[field, hint] in [
              ['hold', 'wait before it opens'],
              ['settle', 'quiet before it closes'],
              ['expire', 'silence that ends it'],
            ] as const"
            :key="field"
            class="block"
            >{{ field }}
            <TypedField
              class="field py-1!"
              :shown="durationWords(rule.set[field])"
              placeholder="as above"
              :title="hint"
              :aria-invalid="Boolean(wrong(`set/${field}`))"
              @typed="(words) => change('set', field, durationOf(words))"
            />
          </label>
          <label class="col-span-2 block"
            >key
            <input
              class="field py-1! font-mono"
              :value="rule.set.key ?? ''"
              placeholder="{source}/{item}/{check}"
              title="Signals with one key are one alert"
              :aria-invalid="Boolean(wrong('set/key'))"
              @input="change('set', 'key', typed($event))"
            />
          </label>
          <label class="block"
            >part
            <input
              class="field py-1! font-mono"
              :value="rule.set.part ?? ''"
              placeholder="{labels.mount}"
              title="What can fire and clear on its own within a check"
              :aria-invalid="Boolean(wrong('set/part'))"
              @input="change('set', 'part', typed($event))"
            />
          </label>
          <label class="block"
            >level
            <select class="field py-1!" :value="rule.set.level ?? ''" @change="change('set', 'level', typed($event))">
              <option value="">as sent</option>
              <option v-for="level in LEVELS" :key="level">{{ level }}</option>
            </select>
          </label>
          <label class="block"
            >team
            <select class="field py-1!" :value="rule.set.team ?? ''" @change="change('set', 'team', typed($event))">
              <option value="">the item’s team</option>
              <option v-for="team in teams" :key="team.id" :value="team.id">{{ team.name }}</option>
            </select>
          </label>
          <label class="block"
            >handling
            <select
              class="field py-1!"
              :value="rule.set.handling ?? ''"
              @change="change('set', 'handling', typed($event))"
            >
              <option value="">a coordinator decides</option>
              <option value="page">page now</option>
              <option value="hours">in working hours</option>
              <option value="record">only record</option>
            </select>
          </label>
        </div>
      </div>
    </div>
    <p v-for="message in any" :key="message" class="mt-2 pl-8 text-small font-semibold text-call" role="alert">
      {{ message }}
    </p>
  </fieldset>
</template>
