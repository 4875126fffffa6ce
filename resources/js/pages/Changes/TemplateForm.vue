<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { ChangeOnPage } from '@/lib/shapes';

/** What went well becomes a template: once others have agreed on it, the same needs nobody's word any more. */
const props = defineProps<{ change: ChangeOnPage }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const title = ref(props.change.line.title);
const any = ref(false);
const make = (): void =>
  action.send(`/changes/${props.change.line.id}/template`, { title: title.value, any: any.value });
</script>

<template>
  <form class="mt-2 grid gap-2 border border-line bg-sheet p-3 text-small" @submit.prevent="make">
    <label class="font-semibold"
      >What changes of this kind are called
      <input v-model="title" class="field font-normal" maxlength="200" required autofocus />
    </label>
    <label class="flex items-center gap-2"
      ><input v-model="any" type="checkbox" /> For any items of this kind, as many at once, not for these alone</label
    >
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton main type="submit" :busy="action.busy.value">Make the template</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
