<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { RoleLine } from '@/lib/shapes';
import { useColleagues } from '@/lib/colleagues';
import { useRoom } from '@/pages/Incidents/roomState';

/** Gives a role to somebody. */
const props = defineProps<{ role: RoleLine }>();
const emit = defineEmits<{ close: [] }>();
const { incident } = useRoom();
const action = useAction();
const colleagues = useColleagues();
const to = ref('');
const give = (): void =>
  action.send(
    `/incidents/${incident.value.id}/roles`,
    { role: props.role.id, person: to.value, was: props.role.person?.id ?? null },
    () => emit('close'),
  );
</script>

<template>
  <form class="mt-1 grid gap-1" @submit.prevent="give">
    <label class="font-semibold"
      >{{ role.name }}
      <select v-model="to" class="field font-normal" required>
        <option value="" disabled>{{ colleagues ? 'Choose somebody' : 'One moment' }}</option>
        <option v-for="one in colleagues ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Give it</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
