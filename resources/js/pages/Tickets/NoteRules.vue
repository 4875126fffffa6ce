<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { NoteRule } from '@/lib/shapes';

/** Where a note is seen besides the record on which it was written. */
const props = defineProps<{ rules: NoteRule[]; version: number }>();
const action = useAction();
const saved = ref(false);
const edited = ref(props.rules.map((one) => ({ ...one })));
const words: Record<string, string> = {
  'about down': 'What is said on an incident, on its tickets',
  'about up': 'What is said on a ticket, on its incident',
  'under down': 'What is said on a major incident, on those under it',
  'under up': 'What is said on an incident, on the major one that it is under',
  'part-of down': 'What is said on an incident or a ticket, on its tasks',
  'part-of up': 'What is said on a task, on what it belongs to',
};
const name = (one: NoteRule): string => words[`${one.link} ${one.way}`] ?? `${one.link}, ${one.way}`;
const columns = [
  { field: 'internal', words: 'Internal notes' },
  { field: 'public', words: 'What people outside read' },
  { field: 'earlier', words: 'Also from before they were linked' },
] as const;
const save = (): void => {
  saved.value = false;
  action.send('/settings/notes', { rules: edited.value as never, version: props.version }, () => (saved.value = true));
};
</script>

<template>
  <AppShell title="Notes on linked records">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Notes on linked records</h1>
      <p class="mb-4 text-ink-2">
        Where a note is seen besides. It keeps its direction: what a reporter says goes up to the incident, and not down
        to other reporters. It is seen by those who work tickets, and by nobody outside.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <div class="mb-4 overflow-x-auto" tabindex="0" role="region" aria-label="Rules">
        <table>
          <thead>
            <tr class="text-left text-small text-ink-2">
              <th class="pr-6 font-semibold">Seen besides</th>
              <th v-for="column in columns" :key="column.field" class="pr-6 font-semibold">{{ column.words }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in edited" :key="`${one.link}-${one.way}`" class="row-rule">
              <th class="py-2 pr-6 text-left font-normal">{{ name(one) }}</th>
              <td v-for="column in columns" :key="column.field" class="pr-6">
                <input
                  v-model="one[column.field]"
                  type="checkbox"
                  class="size-5 accent-[var(--ink)]"
                  :aria-label="`${name(one)}: ${column.words}`"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save the rules</ActButton
        ><span role="status" class="text-small text-calm">{{
          saved ? 'Saved. They hold from the next look.' : ''
        }}</span>
      </div>
    </form>
  </AppShell>
</template>
