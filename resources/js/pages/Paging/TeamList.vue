<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import type { TeamLine } from '@/pages/Paging/staff';

/** The teams, each with whom a call to it pages; an administrator makes them, names them anew and drops them. */
defineProps<{ teams: TeamLine[]; mayEdit: boolean }>();
const action = useAction();
const naming = ref<string | null>(null);
const name = ref('');
/** That of when the name was begun to be changed. */
const version = ref(0);
const further = ref('');
const wrong = computed(() => Object.values(action.errors.value)[0]);
const begin = (team: TeamLine): void => {
  naming.value = team.id;
  name.value = team.name;
  version.value = team.version;
};
const rename = (team: TeamLine): void =>
  action.send(`/teams/${team.id}`, { name: name.value, version: version.value }, () => (naming.value = null));
const add = (): void => action.send('/teams', { name: further.value }, () => (further.value = ''));
</script>

<template>
  <section class="text-small" aria-label="Teams">
    <h2 class="mb-1">Teams</h2>
    <TroubleNote :text="wrong" />
    <ul>
      <li v-for="team in teams" :key="team.id" class="row-rule flex flex-wrap items-baseline gap-x-4 py-1.5">
        <form v-if="naming === team.id" class="flex flex-1 items-center gap-3" @submit.prevent="rename(team)">
          <input
            v-model="name"
            class="field max-w-72 py-1"
            maxlength="80"
            required
            :aria-label="`Name of ${team.name}`"
          />
          <ActButton type="submit" :busy="action.busy.value">Save the name</ActButton>
          <button type="button" class="link" @click="naming = null">Leave it</button>
        </form>
        <template v-else>
          <Link :href="`/policies/${team.id}`" class="font-semibold hover:underline">{{ team.name }}</Link>
          <span class="flex-1 text-ink-2">{{ plural(team.people, 'person', 'people') }}</span>
          <template v-if="mayEdit">
            <button type="button" class="link" :aria-label="`Rename ${team.name}`" @click="begin(team)">Rename</button>
            <button
              type="button"
              class="link"
              :aria-label="`Drop ${team.name}`"
              @click="action.send(`/teams/${team.id}/drop`, {})"
            >
              Drop
            </button>
          </template>
        </template>
      </li>
    </ul>
    <p v-if="teams.length === 0" class="text-ink-2">None yet. Each item belongs to a team, which is called for it.</p>
    <form v-if="mayEdit" class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="add">
      <label class="flex-1">Add a team <input v-model="further" class="field py-1" maxlength="80" required /></label>
      <ActButton type="submit" :busy="action.busy.value">Create</ActButton>
    </form>
  </section>
</template>
