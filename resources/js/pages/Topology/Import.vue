<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { useIntervalFn } from '@vueuse/core';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import WhyForm from '@/components/WhyForm.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { readAnew } from '@/lib/readAnew';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { importWords, type ImportLine } from '@/pages/Topology/imports';

/** What storing a file would do, row by row, before anything is stored. */
type Outcome = 'new' | 'changed' | 'same' | 'refused';
const props = defineProps<{
  import: ImportLine;
  show: Outcome;
  rows: { at: string; id: string; changes: Record<string, [string, string]> | []; why: string | null }[];
}>();
const shared = useShared();
const action = useAction();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const words: Record<Outcome, string> = { new: 'new', changed: 'changed', same: 'the same', refused: 'refused' };
const outcomes: Outcome[] = ['refused', 'changed', 'new', 'same'];
const toStore = computed(() => props.import.counts.new + props.import.counts.changed);
const look = (show: Outcome): void =>
  router.get(`/imports/${props.import.id}`, { show }, { preserveState: true, preserveScroll: true, replace: true });
const storeWords = computed(
  () =>
    `Store ${props.import.counts.new} new and ${props.import.counts.changed} changed${
      props.import.counts.refused ? `, leave out ${props.import.counts.refused} refused` : ''
    }`,
);
// Parts are stored by a worker; how far it is stands in the record, and is looked up while it goes on.
useIntervalFn(() => {
  if (props.import.state === 'storing') readAnew({ only: ['import'] });
}, 1000);
</script>

<template>
  <AppShell :title="props.import.name" :follows="{ 'import.': ['import'] }">
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="What the file would do">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1>{{ props.import.name }}</h1>
        <p class="text-small text-ink-2" role="status">
          <strong class="text-ink">{{ importWords[props.import.state] }}</strong><template
            v-if="props.import.state === 'storing'"
            >: {{ Math.floor(props.import.share * 100) }}%</template
          >, uploaded by {{ props.import.author }} <TimeAgo :at="props.import.at" />
        </p>
        <Link href="/imports" class="link ml-auto text-small">All imports</Link>
      </div>
      <TroubleNote :text="action.errors.value.action" />
      <ul v-if="props.import.notes.length" class="mb-2 border-l-2 border-ink pl-2 text-small">
        <li v-for="note in props.import.notes" :key="note">{{ note }}</li>
      </ul>
      <div v-if="props.import.state === 'shown' && mayEdit" class="mb-3 flex flex-wrap items-center gap-3">
        <ActButton
          v-if="toStore"
          main
          :busy="action.busy.value"
          @click="action.send(`/imports/${props.import.id}/confirm`, {})"
          >{{ storeWords }}</ActButton
        >
        <p v-else class="text-small"><strong>Nothing to store.</strong></p>
        <ActButton @click="action.send(`/imports/${props.import.id}/drop`, {})">Discard</ActButton>
      </div>
      <WhyForm
        v-if="props.import.state === 'stored' && mayEdit"
        class="mb-3"
        words="Undo this import…"
        about=""
        question="Why it is undone"
        button="Retire what it added, and show what would be set back"
        :url="`/imports/${props.import.id}/undo`"
      />
      <nav
        class="mb-2 flex flex-wrap gap-x-4 border-b border-line text-small"
        aria-label="Rows by what becomes of them"
      >
        <button
          v-for="one in outcomes"
          :key="one"
          type="button"
          class="py-1.5"
          :class="show === one ? 'border-b-2 border-ink font-bold' : 'text-ink-2'"
          :aria-pressed="show === one"
          @click="look(one)"
        >
          {{ props.import.counts[one] }} {{ words[one] }}
        </button>
      </nav>
      <p v-if="rows.length === 0" class="text-small text-ink-2">
        {{
          props.import.counts[show] === 0
            ? 'None.'
            : 'The rows are kept until they are stored or discarded; what was stored stands in the history of each item.'
        }}
      </p>
      <table v-else class="w-full text-left text-small">
        <thead class="text-ink-2">
          <tr class="row-rule">
            <th class="w-28 py-1 font-semibold">Where</th>
            <th class="w-48 font-semibold">Item</th>
            <th class="font-semibold">{{ show === 'refused' ? 'Why, and what to change' : 'What changes' }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.at + row.id" class="row-rule align-top">
            <td class="py-1 pr-3 text-ink-2">{{ row.at }}</td>
            <td class="py-1 pr-3 font-mono text-tiny break-all">{{ row.id || 'no id' }}</td>
            <td class="py-1 break-words">
              <template v-if="row.why">{{ row.why }}</template>
              <ul v-else>
                <li v-for="(change, field) in row.changes" :key="field">
                  {{ String(field).replace('_', ' ') }}:
                  <span v-if="show === 'changed'" class="text-ink-2">from {{ change[0] || 'none' }} to </span
                  >{{ change[1] || 'none' }}
                </li>
                <li v-if="Object.keys(row.changes).length === 0" class="text-ink-3">nothing</li>
              </ul>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="rows.length && rows.length < props.import.counts[show]" class="py-2 text-small text-ink-2">
        The first {{ rows.length }} of {{ plural(props.import.counts[show], 'row') }}.
      </p>
    </div>
  </AppShell>
</template>
