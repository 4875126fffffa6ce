<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';

/** The same answer to each of the reporters whose tickets are marked. */
const props = defineProps<{ tickets: number[] }>();
const emit = defineEmits<{ done: []; close: [] }>();
const action = useAction();
const text = ref('');
const waits = ref(false);
const send = (): void =>
  action.send('/tickets/answer', { tickets: props.tickets, text: text.value, waits: waits.value }, () => emit('done'));
</script>

<template>
  <form class="grid w-full gap-2 text-small" @submit.prevent="send">
    <label class="font-semibold"
      >What each of {{ tickets.length }} reporters reads
      <textarea v-model="text" rows="2" class="field font-normal" maxlength="4000" autofocus />
    </label>
    <label class="flex items-center gap-1.5"
      ><input v-model="waits" type="checkbox" class="size-4 accent-[var(--ink)]" /> then wait for them</label
    >
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Answer {{ plural(tickets.length, 'ticket') }}</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
