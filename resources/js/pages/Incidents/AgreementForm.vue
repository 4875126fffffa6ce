<script setup lang="ts">
import { computed } from 'vue';
import { PRIORITIES, PROMISES, type Agreement, type TargetRow } from '@/pages/Incidents/targets';

/** One agreement: what it is about, and how long each promise allows. */
const agreement = defineModel<Agreement>({ required: true });
const props = defineProps<{
  kinds: { kind: string; words: string }[];
  services: { id: string; name: string }[];
}>();
const emit = defineEmits<{ drop: [] }>();
const together = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const name = computed(() => {
  const about = together.format(
    props.kinds
      .filter((one) => agreement.value.kinds.includes(one.kind))
      .map((one, i) => (i === 0 ? one.words : one.words.toLowerCase())),
  );
  const service = props.services.find((one) => one.id === agreement.value.service)?.name ?? 'any service';
  return `${about || 'Nothing yet'}: ${service}`;
});
const row = (priority: number, promise: string): TargetRow =>
  agreement.value.rows.find((one) => one.priority === priority && one.name === promise) as TargetRow;
const label = (what: string, priority: number, words: string): string =>
  `${what}, ${name.value}, priority ${priority}, ${words}`;
</script>

<template>
  <fieldset class="border border-line bg-sheet p-3">
    <legend class="px-1 font-semibold">{{ name }}</legend>
    <div class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
      <label v-for="one in kinds" :key="one.kind" class="flex items-center gap-1"
        ><input v-model="agreement.kinds" type="checkbox" class="size-4 accent-[var(--ink)]" :value="one.kind" />{{
          one.words
        }}</label
      >
      <select v-model="agreement.service" class="field w-auto! py-1" :aria-label="`Service, ${name}`">
        <option value="">any service</option>
        <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      <button type="button" class="link ml-auto text-small" :aria-label="`Remove ${name}`" @click="emit('drop')">
        Remove
      </button>
    </div>
    <div class="overflow-x-auto" tabindex="0" role="region" :aria-label="`Targets, ${name}`">
      <table>
        <thead>
          <tr class="text-left text-small text-ink-2">
            <th class="pr-4 font-semibold">Priority</th>
            <th class="pr-4 font-semibold">Until</th>
            <th class="pr-4 font-semibold">Minutes</th>
            <th class="pr-4 font-semibold">Counts</th>
            <th class="font-semibold">While we wait for them</th>
          </tr>
        </thead>
        <tbody v-for="priority in PRIORITIES" :key="priority">
          <tr v-for="(promise, i) in PROMISES" :key="promise.name" :class="i > 0 ? 'row-rule' : ''">
            <td class="py-1">{{ i === 0 ? priority : '' }}</td>
            <td class="pr-4 whitespace-nowrap">{{ promise.words }}</td>
            <td class="pr-4">
              <input
                v-model.number="row(priority, promise.name).minutes"
                type="number"
                min="1"
                max="525600"
                placeholder="none"
                class="field w-24! py-1"
                :aria-label="label('Minutes', priority, promise.words)"
              />
            </td>
            <td class="pr-4">
              <select
                v-model="row(priority, promise.name).desk"
                class="field py-1"
                :aria-label="label('Counts', priority, promise.words)"
              >
                <option :value="false">at all hours</option>
                <option :value="true">while the desk is open</option>
              </select>
            </td>
            <td>
              <select
                v-model="row(priority, promise.name).pauses"
                class="field py-1"
                :aria-label="label('While we wait', priority, promise.words)"
              >
                <option :value="true">stands still</option>
                <option :value="false">goes on</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </fieldset>
</template>
