<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';

/** A further rota: its name and its team; who takes turns is said next. */
const props = defineProps<{ teams: { id: string; name: string }[]; timeZone: string }>();
const action = useAction();
const name = ref('');
const team = ref('');
const zone = ref(props.timeZone);
const id = computed(() =>
  name.value
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60),
);
const make = (): void =>
  action.send('/rotas', { id: id.value, name: name.value, team: team.value, time_zone: zone.value });
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <details class="mt-4 text-small">
    <summary class="py-1 font-semibold text-ink-2">Add a rota</summary>
    <form class="mt-1 flex flex-wrap items-end gap-3" @submit.prevent="make">
      <TroubleNote :text="wrong" />
      <label>Name <input v-model="name" class="field py-1" required maxlength="120" /></label>
      <label
        >Of the team
        <select v-model="team" class="field py-1" required>
          <option value="" disabled>choose…</option>
          <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label>Times of <input v-model="zone" class="field py-1" required /></label>
      <ActButton type="submit" :busy="action.busy.value">Create</ActButton>
    </form>
  </details>
</template>
