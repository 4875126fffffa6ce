<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Phrases } from '@/pages/Updates/languages';

/** A report was taken for part of a known problem without anybody looking: its reporter knows better. */
const props = defineProps<{ address: string; words: Phrases }>();
const action = useAction();
</script>

<template>
  <section class="border-l-4 border-calm bg-sheet px-4 py-3" role="status">
    <p>{{ words.taken }}</p>
    <p class="mt-2">
      <ActButton class="px-4! py-2!" :busy="action.busy.value" @click="action.send(`${props.address}/other`, {})">{{
        words.otherButton
      }}</ActButton>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </section>
</template>
