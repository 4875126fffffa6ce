<script setup lang="ts">
import { computed } from 'vue';
import { plural } from '@/lib/states';
import { CONDITIONS, FIELDS, LEVELS, placesIn, type MappingForm, type Tried } from '@/pages/Signals/source';

/** A sample of what a source sends, and where each part of a signal stands in it. */
const form = defineModel<MappingForm>('form', { required: true });
const sample = defineModel<string>('sample', { required: true });
const props = defineProps<{ missing: Tried['missing'] }>();
const places = computed(() => placesIn(sample.value, form.value.list));
const missingOf = (field: string): string | undefined => props.missing.find((one) => one.field === field)?.message;
</script>

<template>
  <div>
    <div class="grid gap-4 xl:grid-cols-2">
      <div>
        <label class="block text-small"
          >A sample
          <textarea
            v-model="sample"
            rows="14"
            class="field font-mono text-tiny"
            spellcheck="false"
            placeholder="Paste one message of it here, as JSON"
          />
        </label>
        <details v-if="places.length" class="mt-1 text-small">
          <summary>{{ plural(places.length, 'place') }} in it</summary>
          <ul class="mt-1 max-h-40 overflow-y-auto">
            <li v-for="place in places" :key="place.template" class="flex gap-3">
              <code class="font-mono text-tiny">{{ place.template }}</code><span class="truncate text-ink-2">{{
                place.value
              }}</span>
            </li>
          </ul>
        </details>
        <datalist id="places">
          <option v-for="place in places" :key="place.template" :value="place.template">
            {{ place.value }}
          </option>
        </datalist>
      </div>
      <div class="grid content-start gap-1.5 text-small">
        <label class="grid grid-cols-[130px_1fr] items-center gap-2" title="If it sends several at once"
          >List of entries at <input v-model="form.list" class="field py-1! font-mono" placeholder="none; or /events"
        /></label>
        <label
          v-for="[field, hint] in FIELDS"
          :key="field"
          class="grid grid-cols-[130px_1fr] items-center gap-2"
          :title="hint"
          >{{ field }}
          <span
            ><input
              v-model="form.fields[field]"
              class="field py-1! font-mono"
              list="places"
              :placeholder="hint"
              :aria-invalid="Boolean(missingOf(field))"
            /><span v-if="missingOf(field)" class="text-tiny text-call">{{ missingOf(field) }}</span></span
          ></label
        >
        <label class="grid grid-cols-[130px_1fr] items-center gap-2"
          >labels
          <input v-model="form.labels" class="field py-1! font-mono" placeholder="site={/site}, rack={/host/rack}"
        /></label>
      </div>
    </div>
    <div class="mt-3 grid gap-4 text-small xl:grid-cols-2">
      <div
        v-for="[key, table, ours] in [
          ['condition', form.condition, CONDITIONS],
          ['level', form.level, LEVELS],
        ] as const"
        :key="key"
        class="grid content-start gap-1.5"
      >
        <p class="font-semibold first-letter:uppercase">{{ key }}</p>
        <label class="grid grid-cols-[130px_1fr] items-center gap-2"
          >stands at
          <input
            v-model="table.from"
            class="field py-1! font-mono"
            list="places"
            :aria-invalid="Boolean(missingOf(key))"
        /></label>
        <label v-for="word in ours" :key="word" class="grid grid-cols-[130px_1fr] items-center gap-2"
          >{{ word }} is
          <input v-model="table.words[word]" class="field py-1! font-mono" placeholder="their words, with commas"
        /></label>
        <label class="grid grid-cols-[130px_1fr] items-center gap-2"
          >anything else is
          <select v-model="table.otherwise" class="field py-1!">
            <option value="">not known: keep it aside</option>
            <option v-for="word in ours" :key="word">{{ word }}</option>
          </select></label
        >
        <p v-if="missingOf(key)" class="text-tiny text-call">{{ missingOf(key) }}</p>
      </div>
    </div>
  </div>
</template>
