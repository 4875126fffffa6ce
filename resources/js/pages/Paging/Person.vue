<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import HoursField from '@/components/HoursField.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { WEEKDAYS } from '@/lib/enums';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { clockTime } from '@/lib/time';
import AfterField from '@/pages/Paging/AfterField.vue';
import AwayPanel from '@/pages/Paging/AwayPanel.vue';
import LeavesPanel from '@/pages/Paging/LeavesPanel.vue';
import ParticularsForm from '@/pages/Paging/ParticularsForm.vue';
import PasswordForm from '@/pages/Paging/PasswordForm.vue';
import ReachNow from '@/pages/Paging/ReachNow.vue';
import type { ReachTest, Way } from '@/pages/Paging/staff';
import type { Particulars } from '@/lib/shapes';

/** How somebody is reached: contacts, rules of their own, and a test to oneself. */
interface Rule {
  urgencies: string[];
  hours: { days: string[]; from: string; to: string } | null;
  contacts: Way[];
}
const props = defineProps<{
  person: {
    id: string;
    name: string;
    title: string | null;
    team: string | null;
    time_zone: string;
    left: string | null;
  };
  contacts: (Way & { address: string })[];
  rules: Rule[];
  channels: { value: string; words: string }[];
  urgencies: { value: string; meaning: string }[];
  doubts: string[];
  present: { urgency: string; ways: Way[] }[];
  tests: ReachTest[];
  rotas: { id: string; name: string }[];
  absences: { id: number; kind: 'leave' | 'wish'; from: number; to: number; what: string; imported: boolean }[];
  gaps: { rota: string; name: string; from: number; to: number }[];
  mayArrange: boolean;
  mayEdit: boolean;
  mayRemove: boolean;
  particulars: Particulars | null;
  teams: { id: string; name: string }[];
  roles: { value: string; words: string }[];
  signsIn: boolean;
  reachVersion: number;
}>();
const shared = useShared();
const isMe = computed(() => shared.value.me?.id === props.person.id);
const action = useAction();
const testing = useAction();
interface Reach {
  contacts: (Way & { address: string })[];
  rules: Rule[];
  version: number;
}
const kept = computed<Reach>(() => ({
  contacts: props.contacts,
  rules: props.rules,
  version: props.reachVersion,
}));
const copy = (reach: Reach): Reach => JSON.parse(JSON.stringify(reach)) as Reach;
const edited = ref(copy(kept.value));
const isChanged = computed(() => JSON.stringify(edited.value) !== JSON.stringify(kept.value));
watch(kept, (now, before) => {
  if (JSON.stringify(edited.value) === JSON.stringify(before)) edited.value = copy(now);
});
const words = (channel: string): string => props.channels.find((one) => one.value === channel)?.words ?? channel;
const free = computed(() =>
  props.channels.filter((one) => !edited.value.contacts.some((way) => way.channel === one.value)),
);
const add = (event: Event): void => {
  const field = event.target as HTMLSelectElement;
  if (field.value)
    edited.value.contacts.push({
      channel: field.value,
      address: '',
      after: (edited.value.contacts.at(-1)?.after ?? -60) + 60,
    });
  field.value = '';
};
const takeOut = (channel: string): void => {
  edited.value.contacts = edited.value.contacts.filter((one) => one.channel !== channel);
  for (const rule of edited.value.rules) rule.contacts = rule.contacts.filter((one) => one.channel !== channel);
  edited.value.rules = edited.value.rules.filter((rule) => rule.contacts.length > 0);
};
const addRule = (): void => {
  edited.value.rules.push({
    urgencies: ['now'],
    hours: { days: [...WEEKDAYS], from: '22:00', to: '07:00' },
    contacts: edited.value.contacts.slice(-1).map(({ channel }) => ({ channel, after: 0 })),
  });
};
const toggle = (rule: Rule, channel: string): void => {
  rule.contacts = rule.contacts.some((one) => one.channel === channel)
    ? rule.contacts.filter((one) => one.channel !== channel)
    : [...rule.contacts, { channel, after: (rule.contacts.at(-1)?.after ?? -60) + 60 }];
};
const save = (): void =>
  action.send(
    `/people/${props.person.id}/reach`,
    { ...edited.value } as never,
    () => (edited.value = copy(kept.value)),
  );
const test = (channel: string | null): void => testing.send(`/people/${props.person.id}/test`, { channel });
const wrong = computed(() => Object.values(action.errors.value)[0] ?? Object.values(testing.errors.value)[0]);
</script>

<template>
  <AppShell
    :title="`How ${person.name} is reached`"
    :follows="{
      'page.': ['tests', 'doubts'],
      'person.': [
        'contacts',
        'rules',
        'reachVersion',
        'person',
        'present',
        'absences',
        'gaps',
        'particulars',
        'signsIn',
      ],
      'team.': ['teams', 'person'],
      'rota.': ['gaps', 'rotas'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 content-start gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_380px]"
      tabindex="0"
      role="region"
      aria-label="How somebody is reached"
    >
      <div>
        <form @submit.prevent="save">
          <h1>{{ isMe ? 'My contacts' : `How ${person.name} is reached` }}</h1>
          <p class="mb-3 text-small text-ink-2">
            {{ [person.title, person.team, person.time_zone].filter(Boolean).join(', ') }}.
            <strong v-if="person.left" class="text-call">Has left {{ clockTime(person.left) }}.</strong>
          </p>
          <TroubleNote :text="wrong" />
          <ul
            v-if="doubts.length"
            class="mb-3 border-l-2 border-call pl-3 text-small font-semibold"
            aria-label="Doubts"
          >
            <li v-for="doubt in doubts" :key="doubt">{{ person.name }} {{ doubt }}.</li>
          </ul>
          <h2 class="mb-1">Contacts, in the order in which they are tried</h2>
          <ul class="text-small">
            <li
              v-for="way in edited.contacts"
              :key="way.channel"
              class="row-rule flex flex-wrap items-center gap-3 py-2"
            >
              <strong class="w-28">{{ words(way.channel) }}</strong>
              <template v-if="mayEdit">
                <label class="min-w-52 flex-1"
                  ><span class="sr-only">Address for {{ words(way.channel) }}</span
                  ><input v-model="way.address" class="field py-1" maxlength="200" required
                /></label>
                <AfterField v-model="way.after" :label="`Seconds until ${words(way.channel)}`" />
                <button type="button" class="link" @click="test(way.channel)">Test it</button>
                <button
                  type="button"
                  class="link"
                  :aria-label="`Without ${words(way.channel)}`"
                  @click="takeOut(way.channel)"
                >
                  Take out
                </button>
              </template>
              <span v-else class="text-ink-2">{{ way.after ? `after ${way.after} s` : 'at once' }}</span>
            </li>
          </ul>
          <p v-if="edited.contacts.length === 0" class="text-small font-semibold text-call">
            None: nobody can reach {{ isMe ? 'you' : 'them' }}.
          </p>
          <div v-if="mayEdit" class="mt-2 flex flex-wrap items-end gap-4 text-small">
            <label v-if="free.length"
              >Add
              <select class="field inline-block! w-44! py-1" aria-label="Add a way" @change="add">
                <option value="">A contact…</option>
                <option v-for="one in free" :key="one.value" :value="one.value">{{ one.words }}</option>
              </select></label
            >
            <button type="button" class="link" @click="test(null)">Test them all</button>
          </div>

          <h2 class="mt-5 mb-1">Rules of {{ isMe ? 'my' : 'their' }} own</h2>
          <p class="mb-2 text-small text-ink-2">
            The first that matches counts, on the clocks of {{ person.time_zone }}. Where none matches, the contacts
            above are tried.
          </p>
          <ol>
            <li v-for="(rule, i) in edited.rules" :key="i" class="mb-2 border border-line bg-sheet p-3 text-small">
              <fieldset :disabled="!mayEdit" class="grid gap-2">
                <legend class="font-semibold">Rule {{ i + 1 }}</legend>
                <span class="flex flex-wrap gap-3" role="group" aria-label="For what, none chosen is anything">
                  <span>For what</span>
                  <label v-for="one in urgencies" :key="one.value" class="flex items-center gap-1"
                    ><input v-model="rule.urgencies" type="checkbox" :value="one.value" />{{ one.meaning }}</label
                  >
                </span>
                <HoursField v-model="rule.hours" />
                <span class="flex flex-wrap gap-3" role="group" aria-label="Reached by">
                  <span>by</span>
                  <label v-for="way in edited.contacts" :key="way.channel" class="flex items-center gap-1"
                    ><input
                      type="checkbox"
                      :checked="rule.contacts.some((one) => one.channel === way.channel)"
                      @change="toggle(rule, way.channel)"
                    />{{ words(way.channel) }}</label
                  >
                </span>
                <span v-for="way in rule.contacts" :key="way.channel">
                  <AfterField v-model="way.after" :way="words(way.channel)" />
                </span>
              </fieldset>
              <button v-if="mayEdit" type="button" class="link mt-1" @click="edited.rules.splice(i, 1)">
                Remove this rule
              </button>
            </li>
          </ol>
          <p v-if="edited.rules.length === 0" class="text-small text-ink-2">None yet.</p>
          <div v-if="mayEdit" class="mt-2 flex flex-wrap items-center gap-4">
            <button v-if="edited.contacts.length" type="button" class="link text-small" @click="addRule">
              Add a rule
            </button>
            <ActButton main type="submit" :busy="action.busy.value" :disabled="!isChanged">Save</ActButton>
            <button v-if="isChanged" type="button" class="link text-small" @click="edited = copy(kept)">Undo</button>
          </div>
        </form>
        <div
          v-if="!person.left"
          class="mt-6 grid items-start gap-x-8 gap-y-5 md:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]"
        >
          <ParticularsForm v-if="particulars" :person="person.id" :kept="particulars" :teams="teams" :roles="roles" />
          <PasswordForm v-if="mayEdit" :person="person.id" :is-me="isMe" :signs-in="signsIn" />
        </div>
      </div>
      <section aria-label="What this comes to">
        <ReachNow :present="present" :tests="tests" :channels="channels" />
        <template v-if="rotas.length">
          <h2 class="mt-5 mb-1">Takes turns on</h2>
          <ul class="text-small">
            <li v-for="one in rotas" :key="one.id">
              <Link :href="`/on-call/${one.id}`" class="link inline-block min-h-6">{{ one.name }}</Link>
            </li>
          </ul>
        </template>
        <AwayPanel :person="person" :absences="absences" :gaps="gaps" :may-arrange="mayArrange" />
        <LeavesPanel v-if="mayRemove" :person="person" :rotas="rotas" />
      </section>
    </div>
  </AppShell>
</template>
