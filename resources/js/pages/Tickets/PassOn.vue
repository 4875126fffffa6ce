<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { TaskLine } from '@/lib/shapes';
import type { Named } from '@/pages/Tickets/tickets';
import WhoField, { whoSent } from '@/components/WhoField.vue';

/** A task goes to somebody else. */
const props = defineProps<{ task: TaskLine; teams: Named[] }>();
const emit = defineEmits<{ done: [] }>();
const action = useAction();
const [who, why] = [ref(''), ref('')];
/** As it stood when the form was opened: somebody else may have passed it on meanwhile. */
const was = props.task.for?.id ?? null;
const send = (): void =>
  action.send(`/tasks/${props.task.id}/pass`, { ...whoSent(who.value), why: why.value, was }, () => emit('done'));
</script>

<template>
  <form class="mt-1 grid w-full gap-2 text-small" @submit.prevent="send">
    <label class="font-semibold">To whom <WhoField v-model="who" :teams="teams" /></label>
    <label class="font-semibold">Why <input v-model="why" class="field font-normal" maxlength="200" /></label>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Pass it on</ActButton>
      <button type="button" class="link" @click="emit('done')">Cancel</button>
    </p>
  </form>
</template>
