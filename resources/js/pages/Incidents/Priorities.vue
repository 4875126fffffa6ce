<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Choice } from '@/lib/types';

/** The organisation's own matrix: what priority follows from impact and urgency, and how often people are updated. */
interface Matrix {
  priorities: Record<string, Record<string, number>>;
  targets: Record<string, { update_minutes: number }>;
}
const props = defineProps<{ matrix: Matrix; version: number; impacts: Choice[]; urgencies: Choice[] }>();
const action = useAction();
const cells = ref(JSON.parse(JSON.stringify(props.matrix)) as Matrix);
const saved = ref(false);
const save = (): void => {
  saved.value = false;
  action.send(
    '/settings/priorities',
    { matrix: cells.value as never, version: props.version },
    () => (saved.value = true),
  );
};
</script>

<template>
  <AppShell title="Priorities">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Priorities</h1>
      <p class="mb-4 text-ink-2">
        What priority follows from impact and urgency when an incident is declared or edited. Incidents that are under
        way keep theirs until somebody edits them. Within how long they are answered and restored stands under
        <Link href="/settings/targets" class="link">Targets</Link>.
      </p>
      <TroubleNote :text="action.errors.value.action ?? action.errors.value.matrix" class="mb-3" />
      <table class="mb-6">
        <thead>
          <tr>
            <th class="pr-4 text-left text-small font-semibold text-ink-2">Impact</th>
            <th v-for="urgency in urgencies" :key="urgency.value" class="px-3 text-left">
              <span class="block font-semibold first-letter:uppercase">{{ urgency.value }}</span><span
                class="text-tiny font-normal text-ink-2"
                >{{ urgency.meaning }}</span
              >
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="impact in impacts" :key="impact.value" class="row-rule">
            <th class="py-2 pr-4 text-left">
              <span class="block font-semibold first-letter:uppercase">{{ impact.value }}</span><span
                class="text-tiny font-normal text-ink-2"
                >{{ impact.meaning }}</span
              >
            </th>
            <td v-for="urgency in urgencies" :key="urgency.value" class="px-3">
              <select
                v-model.number="cells.priorities[impact.value]![urgency.value]"
                class="field w-20"
                :aria-label="`Priority for impact ${impact.value}, urgency ${urgency.value}`"
              >
                <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <table class="mb-5">
        <thead>
          <tr class="text-left text-small text-ink-2">
            <th class="pr-6 font-semibold">Priority</th>
            <th class="font-semibold">Update every, minutes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(target, priority) in cells.targets" :key="priority" class="row-rule">
            <th class="py-2 text-left">{{ priority }}</th>
            <td>
              <input
                v-model.number="target.update_minutes"
                type="number"
                min="1"
                max="525600"
                required
                class="field w-28"
                :aria-label="`Minutes between updates, priority ${priority}`"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <div class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save the priorities</ActButton
        ><span role="status" class="text-small text-calm">{{
          saved ? 'Saved. The next incident uses them.' : ''
        }}</span>
      </div>
    </form>
  </AppShell>
</template>
