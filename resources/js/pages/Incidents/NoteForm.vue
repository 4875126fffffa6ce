<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';

/** Writes into the journal of an incident. */
const props = defineProps<{ incident: number }>();
const { text, clear } = useDraft(`note-${props.incident}`);
const decision = ref(false);
const action = useAction();
const field = ref<HTMLTextAreaElement | null>(null);
const send = (): void => {
  const sent = text.value;
  if (sent.trim() === '') return;
  action.send(
    `/incidents/${props.incident}/notes`,
    { text: sent, decision: decision.value },
    () => {
      clear(sent);
      decision.value = false;
    },
    // A decision is told further up as well.
    decision.value ? undefined : ['journal'],
  );
};
defineExpose({ focus: () => field.value?.focus() });
</script>

<template>
  <form class="border-[1.5px] border-ink bg-sheet p-2.5" @submit.prevent="send">
    <label class="sr-only" for="note">What happened</label>
    <textarea
      id="note"
      ref="field"
      v-model="text"
      rows="2"
      maxlength="4000"
      class="w-full resize-y bg-transparent outline-offset-4 placeholder:text-ink-3"
      placeholder="Write what happened (n)"
      @keydown.ctrl.enter="send"
      @keydown.meta.enter="send"
    />
    <TroubleNote :text="action.errors.value.action ?? action.errors.value.text" />
    <div class="flex items-center justify-between gap-3 text-small">
      <label class="flex items-center gap-2"
        ><input v-model="decision" type="checkbox" class="size-4 accent-[var(--ink)]" /> this is a decision</label
      >
      <ActButton main type="submit" :busy="action.busy.value" shortcut="Ctrl Enter">Add to journal</ActButton>
    </div>
  </form>
</template>
