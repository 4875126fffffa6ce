<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import TeamList from '@/pages/Paging/TeamList.vue';
import type { TeamLine } from '@/pages/Paging/staff';

/** Everybody who can be called, and who may not be reached. */
interface Line {
  id: string;
  name: string;
  title: string | null;
  team: string | null;
  team_id: string | null;
  ways: string[];
  rules: number;
  doubts: string[];
}
const props = defineProps<{
  people: Line[];
  teams: TeamLine[];
  roles: { value: string; words: string }[];
  timeZone: string;
  /** Who has left, for whoever may take them back in. */
  gone: { id: string; name: string }[];
  mayAdd: boolean;
}>();
const find = ref('');
const onlyDoubtful = ref(false);
const shown = computed(() =>
  props.people.filter(
    (one) =>
      (!onlyDoubtful.value || one.doubts.length > 0) &&
      `${one.name} ${one.team ?? ''} ${one.title ?? ''}`.toLowerCase().includes(find.value.trim().toLowerCase()),
  ),
);
const doubtful = computed(() => props.people.filter((one) => one.doubts.length > 0).length);
const action = useAction();
const form = ref({ name: '', email: '', team: '', roles: ['responder'], time_zone: props.timeZone, password: '' });
const wrong = computed(() => Object.values(action.errors.value)[0]);
const add = (): void =>
  action.send('/people', { ...form.value, team: form.value.team || null, password: form.value.password || null });
</script>

<template>
  <AppShell
    title="People"
    :follows="{ 'person.': ['people', 'teams', 'gone'], 'page.': ['people'], 'team.': ['people', 'teams'] }"
  >
    <div
      class="grid min-h-0 flex-1 content-start gap-6 overflow-y-auto p-4 xl:grid-cols-[minmax(0,1fr)_340px]"
      tabindex="0"
      role="region"
      aria-label="People"
    >
      <div class="min-w-0">
        <div class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
          <h1>{{ plural(people.length, 'person', 'people') }} who can be called</h1>
          <label class="text-small"
            >Find <input v-model="find" type="search" class="field inline-block! w-48! py-1"
          /></label>
          <label v-if="doubtful || onlyDoubtful" class="flex items-center gap-1 text-small"
            ><input v-model="onlyDoubtful" type="checkbox" />only the {{ doubtful }} who may be unreachable</label
          >
        </div>
        <table class="w-full table-fixed text-left text-small">
          <thead class="text-ink-2">
            <tr class="row-rule">
              <th class="w-56 py-1 font-semibold md:w-64">Person</th>
              <th class="w-40 font-semibold max-md:hidden">Team</th>
              <th class="w-56 font-semibold max-md:hidden">Reached by</th>
              <th class="font-semibold">Problems</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in shown" :key="one.id" class="row-rule">
              <td class="py-1.5">
                <Link :href="`/people/${one.id}`" class="font-semibold hover:underline">{{ one.name }}</Link><span
                  v-if="one.title"
                  class="text-ink-2"
                  >, {{ one.title }}</span
                ><span class="block text-ink-2 md:hidden">{{ one.team }}</span>
              </td>
              <td class="max-md:hidden">
                <Link v-if="one.team_id" :href="`/policies/${one.team_id}`" class="hover:underline">{{
                  one.team
                }}</Link>
              </td>
              <td class="text-ink-2 max-md:hidden">
                {{ one.ways.join(', then ') || 'nothing'
                }}{{ one.rules ? `; ${plural(one.rules, 'rule')} of their own` : '' }}
              </td>
              <td :class="one.doubts.length ? 'font-semibold text-call' : 'text-ink-3'">
                {{ one.doubts.join('; ') || 'nothing' }}
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="shown.length === 0" class="mt-2 text-small text-ink-2">Nobody matches.</p>
        <p v-if="gone.length" class="mt-4 text-small text-ink-2">
          Have left:
          <template v-for="(one, i) in gone" :key="one.id"
            ><template v-if="i">, </template
            ><Link :href="`/people/${one.id}`" class="link inline-block min-h-6">{{ one.name }}</Link></template
          >.
        </p>
      </div>
      <div>
        <form v-if="mayAdd" class="mb-6" aria-label="Add a person" @submit.prevent="add">
          <h2 class="mb-1">Add a person</h2>
          <TroubleNote :text="wrong" />
          <div class="grid gap-3 text-small sm:grid-cols-2">
            <label>Name <input v-model="form.name" class="field" maxlength="80" required /></label>
            <label>Mail <input v-model="form.email" class="field" type="email" required /></label>
            <label
              >Team
              <select v-model="form.team" class="field">
                <option value="">none</option>
                <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select></label
            >
            <label>Time zone <input v-model="form.time_zone" class="field" required /></label>
            <label
              >Password, if they sign in
              <input v-model="form.password" class="field" type="password" autocomplete="new-password"
            /></label>
            <fieldset>
              <legend>Does</legend>
              <label v-for="one in roles" :key="one.value" class="flex min-h-6 items-center gap-1"
                ><input v-model="form.roles" type="checkbox" :value="one.value" />{{ one.words }}</label
              >
            </fieldset>
          </div>
          <ActButton class="mt-3" type="submit" :busy="action.busy.value"
            >Add the person, reached by email at first</ActButton
          >
        </form>
        <TeamList :teams="teams" :may-edit="mayAdd" />
      </div>
    </div>
  </AppShell>
</template>
