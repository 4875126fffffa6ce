<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { WEEKDAYS } from '@/lib/enums';
import { useAction } from '@/lib/action';

/** What is promised of tickets: how long until a first answer, and until it is solved, by priority. */
interface Target {
  name: string;
  priority: number;
  minutes: number;
  desk: boolean;
  pauses: boolean;
}
const props = defineProps<{
  version: number;
  zone: string;
  days: string[];
  from: string;
  to: string;
  targets: Target[];
}>();
const action = useAction();
const saved = ref(false);
const copy = (): { days: string[]; from: string; to: string; targets: Target[] } =>
  JSON.parse(JSON.stringify({ days: props.days, from: props.from, to: props.to, targets: props.targets })) as never;
const edited = ref(copy());
const names: Record<string, string> = { respond: 'First answer', restore: 'Solved' };
const rows = computed(() =>
  [...edited.value.targets].sort((a, b) => a.priority - b.priority || a.name.localeCompare(b.name)),
);
const save = (): void => {
  saved.value = false;
  action.send('/settings/targets', { ...edited.value, version: props.version } as never, () => (saved.value = true));
};
</script>

<template>
  <AppShell title="Targets of tickets">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Targets of tickets</h1>
      <p class="mb-4 text-ink-2">
        How much time there is, by priority. Tickets that are open are counted anew, from their opening, when this
        changes.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <fieldset class="mb-4 flex flex-wrap items-end gap-4">
        <legend class="mb-1 text-small font-semibold text-ink-2">The desk is open, on the clocks of {{ zone }}</legend>
        <span class="flex flex-wrap gap-3" role="group" aria-label="Days">
          <label v-for="day in WEEKDAYS" :key="day" class="flex items-center gap-1"
            ><input v-model="edited.days" type="checkbox" :value="day" />{{ day }}</label
          >
        </span>
        <label class="text-small"
          >from <input v-model="edited.from" class="field w-24! py-1 font-mono" required
        /></label>
        <label class="text-small">to <input v-model="edited.to" class="field w-24! py-1 font-mono" required /></label>
      </fieldset>
      <table class="mb-5">
        <thead>
          <tr class="text-left text-small text-ink-2">
            <th class="pr-5 font-semibold">Priority</th>
            <th class="pr-5 font-semibold">Until</th>
            <th class="pr-5 font-semibold">Minutes</th>
            <th class="pr-5 font-semibold">Counts</th>
            <th class="font-semibold">While we wait for them</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in rows" :key="`${one.priority}-${one.name}`" class="row-rule">
            <td class="py-1.5">{{ one.priority }}</td>
            <td class="pr-5">{{ names[one.name] ?? one.name }}</td>
            <td class="pr-5">
              <input
                v-model.number="one.minutes"
                type="number"
                min="1"
                max="525600"
                required
                class="field w-28! py-1"
                :aria-label="`Minutes, priority ${one.priority}, ${names[one.name] ?? one.name}`"
              />
            </td>
            <td class="pr-5">
              <select
                v-model="one.desk"
                class="field py-1"
                :aria-label="`Counts, priority ${one.priority}, ${names[one.name] ?? one.name}`"
              >
                <option :value="false">at all hours</option>
                <option :value="true">while the desk is open</option>
              </select>
            </td>
            <td>
              <select
                v-model="one.pauses"
                class="field py-1"
                :aria-label="`While we wait, priority ${one.priority}, ${names[one.name] ?? one.name}`"
              >
                <option :value="true">stands still</option>
                <option :value="false">goes on</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <div class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save the targets</ActButton
        ><span role="status" class="text-small text-calm">{{
          saved ? 'Saved. Open tickets are counted by them.' : ''
        }}</span>
      </div>
    </form>
  </AppShell>
</template>
