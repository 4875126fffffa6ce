<script setup lang="ts">
import { LEVELS } from '@/lib/enums';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';

/** Incidents by themselves: per team whether, and when, a group of its alerts becomes one. */
interface TeamRow {
  id: string;
  name: string;
  incidents: string;
  when: Record<string, number | string | null>;
}
defineProps<{ teams: TeamRow[]; mayEdit: boolean }>();
const action = useAction();
const editing = ref<string | null>(null);
const form = ref({ incidents: 'off', tier: '', level: '', alerts: '', minutes: '' });
const edit = (team: TeamRow): void => {
  const text = (name: string): string => String(team.when[name] ?? '');
  editing.value = team.id;
  form.value = {
    incidents: team.incidents,
    tier: text('tier'),
    level: text('level'),
    alerts: text('alerts'),
    minutes: text('minutes'),
  };
};
const save = (team: string): void =>
  action.send(`/teams/${encodeURIComponent(team)}/incidents`, { ...form.value }, () => (editing.value = null));
const words = (team: TeamRow): string => {
  const said = [
    team.when.tier ? `tier ${team.when.tier} or above` : '',
    team.when.level ? `${team.when.level} or worse` : '',
    team.when.alerts ? `${team.when.alerts} alerts or more` : '',
    team.when.minutes ? `untaken for ${team.when.minutes} min` : '',
  ].filter(Boolean);
  return said.join(', ');
};
</script>

<template>
  <section aria-labelledby="by-themselves">
    <h2 id="by-themselves" class="mb-1">Automatic incidents</h2>
    <p class="mb-2 max-w-[75ch] text-small text-ink-2">
      Once all its conditions are met, a group of a team's alerts is suggested as an incident, or declared: once for
      each group, with the team called, and with what follows attached to it.
    </p>
    <ul class="text-small">
      <li v-for="team in teams" :key="team.id" class="row-rule py-1.5">
        <p v-if="editing !== team.id" class="flex items-baseline gap-3">
          <span class="w-52 font-semibold">{{ team.name }}</span>
          <span class="text-ink-2">{{
            team.incidents === 'off' ? 'off' : `${team.incidents === 'do' ? 'declares' : 'suggests'}: ${words(team)}`
          }}</span>
          <button v-if="mayEdit" type="button" class="link ml-auto" @click="edit(team)">Change</button>
        </p>
        <form v-else class="flex flex-wrap items-end gap-2" @submit.prevent="save(team.id)">
          <span class="w-52 font-semibold">{{ team.name }}</span>
          <label
            >What
            <select v-model="form.incidents" class="field py-1!">
              <option value="off">off</option>
              <option value="suggest">suggest</option>
              <option value="do">declare</option>
            </select></label
          >
          <label
            >Tier or above
            <select v-model="form.tier" class="field py-1!">
              <option value="">any</option>
              <option v-for="n in 4" :key="n">{{ n }}</option>
            </select></label
          >
          <label
            >Level or worse
            <select v-model="form.level" class="field py-1!">
              <option value="">any</option>
              <option v-for="level in LEVELS.slice(1)" :key="level">{{ level }}</option>
            </select></label
          >
          <label>Alerts <input v-model="form.alerts" type="number" min="1" class="field w-20! py-1!" /></label>
          <label
            >Not taken for, minutes <input v-model="form.minutes" type="number" min="1" class="field w-24! py-1!"
          /></label>
          <ActButton main type="submit" :busy="action.busy.value">Save</ActButton>
          <button type="button" class="link" @click="editing = null">Leave it</button>
          <TroubleNote :text="action.errors.value.incidents ?? action.errors.value.action" />
        </form>
      </li>
    </ul>
  </section>
</template>
