<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';

/** Closes tickets, with a last word to their reporters or without. */
const props = defineProps<{ tickets: number[]; open?: string[]; tasks?: boolean }>();
const emit = defineEmits<{ done: []; close: [] }>();
const action = useAction();
const text = ref('');
const send = (): void =>
  action.send('/tickets/close', { tickets: props.tickets, text: text.value }, () => emit('done'));
</script>

<template>
  <form class="grid w-full gap-2 text-small" @submit.prevent="send">
    <label class="font-semibold"
      >{{
        tasks
          ? 'What was done; it stays inside'
          : `What ${tickets.length === 1 ? 'the reporter reads' : `each of ${tickets.length} reporters reads`}`
      }}
      (optional)
      <textarea v-model="text" rows="2" class="field font-normal" maxlength="4000" autofocus />
    </label>
    <p v-if="open?.length" class="text-small">Not done yet: {{ open.join('; ') }}.</p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">{{
        tasks ? 'It is done' : `Close ${plural(tickets.length, 'ticket')}`
      }}</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
