<script setup lang="ts">
import { useColleagues } from '@/lib/colleagues';
import type { Named } from '@/lib/types';

/** Who is to do something: the desk, a team, or one person. Its value is empty, `team:…` or `person:…`. */
const props = defineProps<{ teams: Named[]; desk?: boolean }>();
const value = defineModel<string>({ required: true });
const colleagues = useColleagues();
</script>

<script lang="ts">
/** What is sent for a choice. */
export const whoSent = (value: string): { team: string | null; person: string | null } => ({
  team: value.startsWith('team:') ? value.slice(5) : null,
  person: value.startsWith('person:') ? value.slice(7) : null,
});
</script>

<template>
  <select v-model="value" class="field py-1 font-normal">
    <option value="" :disabled="!props.desk">{{ props.desk ? 'the desk' : 'Choose' }}</option>
    <optgroup label="Teams">
      <option v-for="one in teams" :key="one.id" :value="`team:${one.id}`">{{ one.name }}</option>
    </optgroup>
    <optgroup v-if="colleagues?.length" label="People">
      <option v-for="one in colleagues" :key="one.id" :value="`person:${one.id}`">{{ one.name }}</option>
    </optgroup>
  </select>
</template>
