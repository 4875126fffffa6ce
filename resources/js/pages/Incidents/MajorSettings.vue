<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { MajorChoices, MajorCondition } from '@/lib/shapes';

/** How major incidents are dealt with: when one is asked about, and what raising sets in motion. */
const props = defineProps<{ choices: MajorChoices; version: number; teams: { id: string; name: string }[] }>();
const action = useAction();
const saved = ref(false);
const edited = ref(JSON.parse(JSON.stringify(props.choices)) as MajorChoices);
const fields = [
  { field: 'tier', words: 'A service of tier, or above' },
  { field: 'places', words: 'Places, or more' },
  { field: 'reports', words: 'Reports, or more' },
  { field: 'minutes', words: 'Minutes, or longer' },
] as const;
const blank = (): MajorCondition => ({ tier: null, places: null, reports: null, minutes: null });
/** An emptied field asks for nothing. */
const set = (one: MajorCondition, field: keyof MajorCondition, value: string): void => {
  one[field] = value === '' ? null : Number(value);
};
const save = (): void => {
  saved.value = false;
  action.send('/settings/major', { ...edited.value, version: props.version } as never, () => (saved.value = true));
};
</script>

<template>
  <AppShell title="Major incidents">
    <form class="grid min-h-0 max-w-3xl gap-6 overflow-y-auto p-4 *:min-w-0" @submit.prevent="save">
      <div>
        <h1>Major incidents</h1>
        <p class="text-ink-2">
          Major is a mark of its own, apart from priority. Somebody raises an incident after a look at what is known;
          Skarvo asks for it where one of these conditions holds.
        </p>
        <TroubleNote :text="Object.values(action.errors.value)[0]" class="mt-3" />
      </div>
      <section aria-labelledby="conditions">
        <h2 id="conditions">Ask when</h2>
        <p class="mb-2 text-small text-ink-2">
          All that is filled in one line has to hold together. One line that holds is enough.
        </p>
        <div class="relative overflow-x-auto" tabindex="0" role="region" aria-label="Conditions">
          <table>
            <thead>
              <tr class="text-left text-small text-ink-2">
                <th v-for="one in fields" :key="one.field" class="pr-4 font-semibold">{{ one.words }}</th>
                <th><span class="sr-only">Drop</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(condition, i) in edited.conditions" :key="i" class="row-rule">
                <td v-for="one in fields" :key="one.field" class="py-2 pr-4">
                  <input
                    type="number"
                    min="1"
                    :max="one.field === 'tier' ? 4 : 100000"
                    class="field w-28!"
                    :value="condition[one.field] ?? ''"
                    :aria-label="`Condition ${i + 1}: ${one.words}`"
                    @input="set(condition, one.field, ($event.target as HTMLInputElement).value)"
                  />
                </td>
                <td>
                  <button
                    type="button"
                    class="link min-h-6 text-small"
                    :aria-label="`Drop condition ${i + 1}`"
                    @click="edited.conditions.splice(i, 1)"
                  >
                    Drop
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="edited.conditions.length === 0" class="text-small text-ink-2">Skarvo never asks.</p>
        <button type="button" class="link min-h-6 text-small" @click="edited.conditions.push(blank())">
          Add a condition
        </button>
      </section>
      <section class="grid gap-3" aria-labelledby="raising">
        <h2 id="raising">Raising one</h2>
        <label class="font-semibold"
          >Calls
          <select v-model="edited.team" class="field max-w-[26rem] font-normal">
            <option :value="null">Nobody besides those who are called already</option>
            <option v-for="team in teams" :key="team.id" :value="team.id">{{ team.name }}</option>
          </select></label
        >
        <label class="flex items-baseline gap-2"
          ><input v-model="edited.link_alone" type="checkbox" class="size-4 accent-[var(--ink)]" /> Put new incidents
          under a major one by itself, where all that shows them hangs on it</label
        >
        <label class="flex items-baseline gap-2"
          ><input v-model="edited.conversation" type="checkbox" class="size-4 accent-[var(--ink)]" /> Opens a
          conversation, where a chat is set up</label
        >
        <label class="flex items-baseline gap-2"
          ><input v-model="edited.bridge" type="checkbox" class="size-4 accent-[var(--ink)]" /> Opens a phone bridge,
          where a phone exchange is set up</label
        >
        <label class="font-semibold"
          >Minutes between updates
          <input
            v-model.number="edited.update_minutes"
            type="number"
            min="5"
            max="1440"
            required
            class="field w-28! font-normal"
          />
          <span class="block text-tiny font-normal text-ink-2">Or sooner, where the priority asks for it.</span></label
        >
      </section>
      <section class="grid gap-3" aria-labelledby="ending">
        <h2 id="ending">Ending one</h2>
        <p class="text-small text-ink-2">
          Before a major incident is resolved, somebody confirms that it is over, or says why it is resolved without.
        </p>
        <label class="flex items-baseline gap-2"
          ><input v-model="edited.confirm_all" type="checkbox" class="size-4 accent-[var(--ink)]" /> Ask for it before
          any incident is resolved</label
        >
        <label class="font-semibold"
          >Minutes within which what returns is the same incident
          <input
            v-model.number="edited.watch_minutes"
            type="number"
            min="1"
            max="10080"
            required
            class="field w-28! font-normal"
        /></label>
        <label class="font-semibold"
          >Minutes for “working again, being checked”
          <input
            v-model.number="edited.proving_minutes"
            type="number"
            min="1"
            max="1440"
            required
            class="field w-28! font-normal"
        /></label>
      </section>
      <section aria-labelledby="roles">
        <h2 id="roles">Roles</h2>
        <p class="mb-2 text-small text-ink-2">
          Coordinator, technical lead and communicator are always there. Add what else somebody has to be.
        </p>
        <ul class="grid gap-2">
          <li v-for="(role, i) in edited.roles" :key="i" class="flex items-center gap-3">
            <input
              v-model="role.name"
              class="field max-w-72"
              maxlength="60"
              required
              :aria-label="`Role ${i + 1}`"
              placeholder="Such as: speaks to the harbour master"
            />
            <button
              type="button"
              class="link min-h-6 text-small"
              :aria-label="`Drop role ${i + 1}`"
              @click="edited.roles.splice(i, 1)"
            >
              Drop
            </button>
          </li>
        </ul>
        <button type="button" class="link min-h-6 text-small" @click="edited.roles.push({ id: '', name: '' })">
          Add a role
        </button>
      </section>
      <div class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save</ActButton
        ><span role="status" class="text-small text-calm">{{ saved ? 'Saved. It holds from now on.' : '' }}</span>
      </div>
    </form>
  </AppShell>
</template>
