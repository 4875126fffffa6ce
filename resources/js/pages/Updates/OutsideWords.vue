<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { OutsideWord } from '@/lib/shapes';

/** Words of the trade that are not said to outsiders: whoever writes an update is shown them before it goes out. */
const props = defineProps<{ words: OutsideWord[]; version: number; most: number }>();
const action = useAction();
const saved = ref(false);
const edited = ref(props.words.map((one) => ({ ...one })));
const save = (): void => {
  saved.value = false;
  action.send(
    '/settings/outside-words',
    { words: edited.value, version: props.version } as never,
    () => (saved.value = true),
  );
};
</script>

<template>
  <AppShell title="Words for outsiders">
    <form class="min-h-0 max-w-3xl overflow-y-auto p-4" @submit.prevent="save">
      <h1>Words for outsiders</h1>
      <p class="mb-3 text-ink-2">
        These words are ours, and say little to anybody else. Whoever writes an update is shown each of them before it
        goes out, with what to say instead. Names of machines and colleagues are found without standing here.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <ol class="grid gap-2">
        <li v-for="(one, i) in edited" :key="i" class="flex flex-wrap items-center gap-2">
          <input
            v-model="one.word"
            class="field w-48!"
            maxlength="60"
            required
            :aria-label="`Word ${i + 1}`"
            placeholder="failover"
          />
          <span class="text-small text-ink-2">say</span>
          <input
            v-model="one.instead"
            class="field min-w-0 flex-1 basis-56"
            maxlength="120"
            :aria-label="`Say instead of word ${i + 1}`"
            placeholder="nothing of the kind"
          />
          <button
            type="button"
            class="link min-h-6 text-small"
            :aria-label="`Drop word ${i + 1}`"
            @click="edited.splice(i, 1)"
          >
            Drop
          </button>
        </li>
      </ol>
      <p v-if="edited.length === 0" class="text-small text-ink-2">No word is looked for.</p>
      <p class="my-3">
        <button
          v-if="edited.length < most"
          type="button"
          class="link min-h-6 text-small"
          @click="edited.push({ word: '', instead: '' })"
        >
          Add a word
        </button>
      </p>
      <p class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save</ActButton>
        <span role="status" class="text-small">{{ saved ? 'Saved.' : '' }}</span>
      </p>
    </form>
  </AppShell>
</template>
