<script setup lang="ts">
import { ref } from 'vue';
import FoundInWords from '@/components/FoundInWords.vue';
import { mended, placeOf, useFoundInWords } from '@/lib/foundInWords';
import type { SlipLine } from '@/lib/shapes';

/** What outsiders read of a turn of an incident: read against the record while it is written. */
const props = defineProps<{
  incident: number;
  /** As it will be when this is read. */
  stage: string;
  rows: number;
  note: string;
  error?: string | undefined;
}>();
const text = defineModel<string>({ required: true });
const despite = defineModel<string>('despite', { required: true });
const field = ref<HTMLTextAreaElement | null>(null);
const { found } = useFoundInWords(props.incident, () => ({
  stage: props.stage,
  text: text.value,
  meanwhile: null,
  next_minutes: null,
}));
const show = (slip: SlipLine): void => {
  field.value?.focus();
  field.value?.setSelectionRange(...placeOf(text.value, slip));
};
</script>

<template>
  <div class="grid gap-3">
    <label class="font-semibold">
      What outsiders read
      <textarea ref="field" v-model="text" :rows="rows" maxlength="2000" required class="field font-normal" />
      <span class="text-tiny font-normal text-ink-2">{{ note }}</span>
    </label>
    <FoundInWords
      v-if="found.text.length || error"
      v-model="despite"
      :found="found.text"
      :error="error"
      @show="show"
      @replace="(slip) => (text = mended(text, slip))"
    />
  </div>
</template>
