<script setup lang="ts">
import { Link, useForm } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useShared } from '@/lib/shared';
import type { ImportLine } from '@/pages/Topology/imports';
import { importWords } from '@/pages/Topology/imports';

/** Files that were looked at or stored, and a way to bring one. */
defineProps<{ imports: ImportLine[]; columns: string[]; roles: string[]; attributes: Record<string, string[]> }>();
const shared = useShared();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const form = useForm<{ file: File | null }>({ file: null });
const choose = (event: Event): void => {
  form.file = (event.target as HTMLInputElement).files?.[0] ?? null;
  form.clearErrors();
  lost.value = false;
};
const lost = ref(false);
const send = (): void => {
  lost.value = false;
  form.post('/imports', { forceFormData: true, onNetworkError: () => void (lost.value = true) });
};
</script>

<template>
  <AppShell title="Imports" :follows="{ 'import.': ['imports'] }">
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Imports">
        <h1 class="mb-2">Imports</h1>
        <p v-if="imports.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          No file yet. A file is shown row by row first; nothing is stored until you confirm.
        </p>
        <ul class="text-small">
          <li v-for="one in imports" :key="one.id" class="row-rule flex flex-wrap items-baseline gap-x-4 py-2">
            <Link :href="`/imports/${one.id}`" class="link font-semibold">{{ one.name }}</Link>
            <span>{{ importWords[one.state] }}</span>
            <span class="text-ink-2"
              >{{ one.counts.new }} new, {{ one.counts.changed }} changed, {{ one.counts.same }} the same,
              {{ one.counts.refused }} refused</span
            >
            <span class="ml-auto text-ink-3">{{ one.author }}, <TimeAgo :at="one.at" /></span>
          </li>
        </ul>
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        aria-label="A file"
        tabindex="0"
      >
        <template v-if="mayEdit">
          <h2 class="mb-2">Upload a file</h2>
          <form class="grid gap-3" @submit.prevent="send">
            <TroubleNote
              :text="lost ? 'Not sent: the connection is gone. Send it again when it is back.' : form.errors.file"
            />
            <label
              >CSV, JSON or GraphML
              <input type="file" class="field" accept=".csv,.tsv,.txt,.json,.graphml,.xml" required @change="choose" />
            </label>
            <p v-if="form.progress" class="text-small text-ink-2" role="status">
              {{ form.progress.percentage }}% sent{{ form.progress.percentage === 100 ? ', being read' : '' }}
            </p>
            <p>
              <ActButton main type="submit" :busy="form.processing" :disabled="form.file === null">Preview</ActButton>
            </p>
          </form>
        </template>
        <h2 class="mt-5 mb-1">File format</h2>
        <p class="text-small">
          A CSV has a header with some of these columns, and a line an item. An empty cell leaves things as they are; a
          single <code>-</code> empties them.
        </p>
        <p class="mt-1 font-mono text-tiny text-ink-2">{{ [...columns, ...roles].join(', ') }}</p>
        <p class="mt-2 text-small">
          <code>needs</code> is in words: <code>quay-db; runs on host-01; to work fully: 2 of gate-1, gate-2</code>.
        </p>
        <details class="mt-2 text-small">
          <summary class="font-semibold text-ink-2">And the attributes of each type</summary>
          <ul>
            <li v-for="(names, type) in attributes" :key="type" class="row-rule py-1">
              {{ type }}: <span class="font-mono text-tiny text-ink-2">{{ names.join(', ') }}</span>
            </li>
          </ul>
        </details>
        <p class="mt-2 text-small">
          Start from an export:
          <a href="/export/csv" class="link">CSV</a>, <a href="/export/json" class="link">JSON</a>,
          <a href="/export/graphml" class="link">GraphML</a>.
        </p>
      </aside>
    </div>
  </AppShell>
</template>
