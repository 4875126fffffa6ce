<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { GlossaryRow } from '@/lib/shapes';
import { directionOf } from '@/pages/Updates/languages';

/** Names and phrases of the organisation in other languages: what stands here is not left to a translator. */
const props = defineProps<{
  rows: GlossaryRow[];
  version: number;
  most: number;
  languages: { code: string; name: string }[];
  services: string[];
}>();
const action = useAction();
const saved = ref(false);
const edited = ref(props.rows.map((one) => ({ phrase: one.phrase, in: { ...one.in } })));
const unsaid = computed(() => props.services.filter((name) => !edited.value.some((one) => one.phrase === name)));
const save = (): void => {
  saved.value = false;
  action.send(
    '/settings/glossary',
    { rows: edited.value, version: props.version } as never,
    () => (saved.value = true),
  );
};
</script>

<template>
  <AppShell title="Words in other languages">
    <form class="min-h-0 max-w-5xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Words in other languages</h1>
      <p class="mb-3 text-ink-2">
        Updates are put together in each of these languages from their facts. Names of services, and phrases that you
        say often (a cause, what to do meanwhile), are taken from here. A phrase that is missing is left to the
        translator.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <ol class="grid gap-3">
        <li
          v-for="(row, i) in edited"
          :key="i"
          class="row-rule grid items-center gap-2 pb-3 sm:grid-cols-[1fr_2fr_auto]"
        >
          <input v-model="row.phrase" class="field" maxlength="1000" required :aria-label="`Phrase ${i + 1}`" />
          <span class="grid gap-1 sm:grid-cols-3">
            <input
              v-for="one in languages"
              :key="one.code"
              v-model="row.in[one.code]"
              class="field"
              maxlength="1000"
              :lang="one.code"
              :dir="directionOf(one.code)"
              :placeholder="one.name"
              :aria-label="`Phrase ${i + 1} in ${one.name}`"
            />
          </span>
          <button
            type="button"
            class="link min-h-6 text-small"
            :aria-label="`Drop phrase ${i + 1}`"
            @click="edited.splice(i, 1)"
          >
            Drop
          </button>
        </li>
      </ol>
      <p v-if="edited.length === 0" class="text-small text-ink-2">Nothing yet: names stay as they are.</p>
      <p class="my-3 flex flex-wrap gap-4">
        <button
          v-if="edited.length < most"
          type="button"
          class="link min-h-6 text-small"
          @click="edited.push({ phrase: '', in: {} })"
        >
          Add a phrase
        </button>
        <button
          v-if="unsaid.length && edited.length + unsaid.length <= most"
          type="button"
          class="link min-h-6 text-small"
          @click="edited.push(...unsaid.map((phrase) => ({ phrase, in: {} })))"
        >
          Add the {{ unsaid.length }} services that are missing
        </button>
      </p>
      <p class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save</ActButton>
        <span role="status" class="text-small">{{ saved ? 'Saved.' : '' }}</span>
      </p>
    </form>
  </AppShell>
</template>
