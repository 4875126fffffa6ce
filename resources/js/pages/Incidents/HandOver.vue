<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { useShared } from '@/lib/shared';
import { useColleagues } from '@/lib/colleagues';
import { useRoom } from '@/pages/Incidents/roomState';

/** Hands the coordination to somebody, with a brief; it goes over once they accept it. */
const emit = defineEmits<{ close: [] }>();
const { room, incident } = useRoom();
const shared = useShared();
const action = useAction();
const all = useColleagues();
const colleagues = computed(() => all.value?.filter((one) => one.coordinates && one.id !== shared.value.me?.id));
const to = ref('');
const next = room.value.nextSteps.length ? `\nNext: ${room.value.nextSteps.join('; ')}.` : '';
const { text: brief, clear } = useDraft(`brief-${incident.value.id}`, (room.value.soFar + next).slice(0, 1900));
const offer = (): void =>
  action.send(`/incidents/${incident.value.id}/handover`, { person: to.value, brief: brief.value }, () => {
    clear();
    emit('close');
  });
</script>

<template>
  <form class="mt-1 grid gap-1" @submit.prevent="offer">
    <label class="font-semibold"
      >To whom
      <select v-model="to" class="field font-normal" required>
        <option value="" disabled>{{ colleagues ? 'Choose a coordinator' : 'One moment' }}</option>
        <option v-for="one in colleagues ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <label class="font-semibold"
      >Brief <textarea v-model="brief" rows="6" class="field font-normal" maxlength="2000" required /><span
        class="text-tiny font-normal text-ink-2"
        >How it stands, and what comes next.</span
      ></label
    >
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Offer it</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
