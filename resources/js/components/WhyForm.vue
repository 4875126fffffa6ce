<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';

/** Something that is done with a reason: a link that opens a field, and then sends. */
const props = defineProps<{
  /** The link that opens it, and whatever a screen reader needs beside it. */
  words: string;
  about: string;
  /** What the field asks, and what the button says. */
  question: string;
  button: string;
  url: string;
  data?: Record<string, string | number | boolean | number[] | string[] | null>;
  /** What stands in the field to begin with. */
  initial?: string;
}>();
const open = ref(false);
const why = ref(props.initial ?? '');
const action = useAction();
const send = (): void =>
  action.send(props.url, { ...props.data, why: why.value }, () => {
    open.value = false;
    why.value = props.initial ?? '';
  });
</script>

<template>
  <form v-if="open" class="mt-1 grid w-full gap-1 text-small" @submit.prevent="send">
    <label class="font-semibold"
      >{{ question
      }}<textarea
        v-if="initial !== undefined"
        v-model="why"
        rows="4"
        class="field font-normal"
        maxlength="1000"
        required
        autofocus /><input v-else v-model="why" class="field font-normal" maxlength="500" required autofocus
    /></label>
    <TroubleNote :text="action.errors.value.why ?? action.errors.value.action" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">{{ button }}</ActButton>
      <button type="button" class="link" @click="open = false">Cancel</button>
    </p>
  </form>
  <button v-else type="button" class="link text-tiny" @click="open = true">
    {{ words }}<span class="sr-only"> {{ about }}</span>
  </button>
</template>
