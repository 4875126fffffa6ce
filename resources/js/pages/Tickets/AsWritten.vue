<script setup lang="ts">
import { ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { TranslationLine } from '@/lib/shapes';
import { directionOf, languageNames } from '@/pages/Updates/languages';

/** That something is a translation, what was written, and a way to mend it. */
const props = defineProps<{
  translated: TranslationLine;
  /** As it was written. */
  original: string;
  ticket: number;
  post: number;
  mayWork: boolean;
}>();
const mending = ref(false);
const text = ref(props.translated.text);
watch(
  () => props.translated.text,
  (now) => {
    if (!mending.value) text.value = now;
  },
);
const action = useAction();
const save = (): void =>
  action.send(
    `/tickets/${props.ticket}/translation`,
    { post: props.post, to: props.translated.to, text: text.value },
    () => (mending.value = false),
  );
const name = (code: string): string => languageNames[code] ?? code;
</script>

<template>
  <div class="mt-1 border-l-2 border-line pl-2 text-small text-ink-2">
    <p>
      {{ translated.corrected ? 'Translated, and corrected,' : 'Translated by a machine' }} from
      {{ name(translated.from) }} to {{ name(translated.to) }}. As it was written:
    </p>
    <p class="whitespace-pre-line text-ink" :lang="translated.from" :dir="directionOf(translated.from)">
      {{ original }}
    </p>
    <form v-if="mending" class="mt-1 grid gap-1" @submit.prevent="save">
      <label
        >How it should read in {{ name(translated.to) }}
        <textarea v-model="text" rows="2" maxlength="8000" class="field" :dir="directionOf(translated.to)" />
      </label>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Correct it</ActButton>
        <button type="button" class="link" @click="mending = false">Cancel</button>
      </p>
    </form>
    <button v-else-if="mayWork" type="button" class="link min-h-6" @click="mending = true">
      Correct the translation…
    </button>
  </div>
</template>
