<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Named } from '@/pages/Tickets/tickets';

/** Asks a team, or the desk, to do something about a ticket or an incident. */
const props = defineProps<{ address: string; teams: Named[]; ends: string }>();
const emit = defineEmits<{ done: [] }>();
const action = useAction();
const text = ref('');
const team = ref('');
const must = ref(false);
const add = (): void =>
  action.send(props.address, { text: text.value, team: team.value || null, must: must.value }, () => emit('done'));
</script>

<template>
  <form class="grid gap-2 text-small" @submit.prevent="add">
    <label>What is to be done <input v-model="text" class="field py-1" maxlength="200" autofocus /></label>
    <label
      >By
      <select v-model="team" class="field py-1">
        <option value="">the desk</option>
        <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <label class="flex items-center gap-2"
      ><input v-model="must" type="checkbox" class="size-4 accent-[var(--ink)]" /> before it is {{ ends }}</label
    >
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Add it</ActButton>
      <button type="button" class="link" @click="emit('done')">Cancel</button>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </form>
</template>
