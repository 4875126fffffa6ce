<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import { Link } from '@inertiajs/vue3';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import ChoiceRow from '@/components/ChoiceRow.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { plural, stateWords } from '@/lib/states';
import { lasting } from '@/lib/time';
import ItemPicker from '@/components/ItemPicker.vue';
import { ask } from '@/lib/ask';
import { ITEM_STATES } from '@/lib/enums';
import type { ReturnLine } from '@/lib/shapes';
import type { Beginning, Choice, Service, State } from '@/lib/types';

/** Declares an incident: each choice comes filled in from what is known, and says why. */
const props = defineProps<{ from: Beginning }>();
const emit = defineEmits<{ close: [] }>();

interface Filled {
  value: string | null;
  why: string;
}
interface Proposal {
  title: Filled;
  service: Filled;
  impact: Filled;
  urgency: Filled;
  team: Filled & { onCall: string | null };
  /** What somebody says is wrong, where no alert does. */
  said: { id: string; name: string; state: State } | null;
  /** Incidents under way that hang on the same. */
  /** Incidents that ended a short while ago, and to which the same items belonged. */
  returns: ReturnLine[];
  together: { id: number; ref: string; title: string; item: string }[];
  /** How many an hour stand behind what is hit. */
  behind: string | null;
  hit: Service[];
  sites: string[];
  targets: Record<string, { update_minutes: number }>;
  /** Seconds until restored, by service (empty: any other) and priority. */
  restore: Record<string, Record<string, number>>;
  priorities: Record<string, Record<string, number>>;
  choices: {
    services: { id: string; name: string; tier: number; state: State }[];
    impacts: Choice[];
    urgencies: Choice[];
    teams: { id: string; name: string }[];
  };
}

const action = useAction();
const proposal = ref<Proposal | null>(null);
const trouble = ref('');
const titleField = ref<HTMLInputElement | null>(null);
const { text: title, clear } = useDraft(`declare-${props.from.key}`);
const item = ref(props.from.item ?? null);
const state = ref<State | ''>('');
const states = [...ITEM_STATES].filter((state) => state !== 'up').reverse();
const service = ref('');
const impact = ref('');
const urgency = ref('');
const team = ref('');
const priority = computed(() => proposal.value?.priorities[impact.value]?.[urgency.value]);
const target = computed(() => proposal.value?.targets[String(priority.value)]);
const restore = computed(
  () => (proposal.value?.restore[service.value] ?? proposal.value?.restore[''])?.[String(priority.value)] ?? 0,
);
const calls = computed(() => {
  const chosen = proposal.value?.choices.teams.find((one) => one.id === team.value)?.name;
  if (!chosen) return 'Calls nobody.';
  const first = team.value === proposal.value?.team.value ? proposal.value.team.onCall : null;
  return first ? `Calls ${chosen}: ${first} first.` : `Calls ${chosen} by its policy.`;
});

/** What was filled in before; what somebody typed over it stays. */
let before: Record<string, string> = {};
const beginning = computed(() => ({
  alerts: props.from.alerts,
  reports: props.from.reports,
  item: item.value?.id ?? null,
  state: state.value || null,
}));
const load = async (): Promise<void> => {
  trouble.value = '';
  const asked = beginning.value;
  const answer = await ask<Proposal>('/incidents-proposal', asked);
  // By now it may be about another item.
  if (asked.item !== beginning.value.item) return;
  if (!answer.value) {
    trouble.value = answer.error?.message ?? 'The proposal could not be loaded. Try again.';
    return;
  }
  const filled = answer.value;
  const isFirst = proposal.value === null;
  proposal.value = filled;
  for (const [name, field] of Object.entries({ title, service, impact, urgency, team })) {
    const value = filled[name as 'title' | 'service' | 'impact' | 'urgency' | 'team'].value ?? '';
    if (field.value === '' || field.value === before[name]) field.value = value;
    before = { ...before, [name]: value };
  }
  if (state.value === '' && filled.said) state.value = filled.said.state === 'up' ? 'degraded' : filled.said.state;
  if (!isFirst) return;
  await nextTick();
  titleField.value?.focus();
};
const pick = (picked: { id: string; name: string }): void => {
  item.value = picked;
  state.value = '';
  void load();
};
onMounted(load);

const declare = (): void =>
  action.send(
    '/incidents',
    {
      ...beginning.value,
      title: title.value,
      service: service.value || null,
      impact: impact.value,
      urgency: urgency.value,
      team: team.value || null,
    },
    () => {
      clear();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open title="Declare an incident" @close="emit('close')">
    <p class="mb-3 text-small text-ink-2">{{ from.words }}</p>
    <p v-if="trouble" class="mb-3">
      <TroubleNote :text="trouble" /> <ActButton class="mt-2" @click="load">Try again</ActButton>
    </p>
    <form v-if="proposal" class="grid gap-4" @submit.prevent="declare">
      <TroubleNote :text="action.errors.value.action" />
      <section
        v-if="proposal.together.length"
        class="border-l-[5px] border-call bg-sheet px-3 py-2 text-small"
        role="note"
      >
        <p v-for="one in proposal.together" :key="one.id">
          <strong>{{ one.ref }} {{ one.title }}</strong> depends on {{ one.item }} too.
          <button
            v-if="from.alerts.length"
            type="button"
            class="link"
            @click="action.send(`/incidents/${one.id}/alerts`, { alerts: from.alerts }, () => emit('close'))"
          >
            Attach {{ plural(from.alerts.length, 'alert') }} to it instead
          </button>
        </p>
      </section>
      <section
        v-if="proposal.returns.length"
        class="border-l-[5px] border-call bg-sheet px-3 py-2 text-small"
        role="note"
        aria-label="It may be back"
      >
        <p v-for="one in proposal.returns" :key="one.id">
          <strong>{{ one.ref }} {{ one.title }}</strong> ended <TimeAgo :at="one.resolved_at" />, and was about
          {{ one.items.slice(0, 3).join(', ') }} too.
          <Link :href="`/incidents/${one.id}#reopen`" class="link">Reopen it instead…</Link>
        </p>
      </section>
      <section v-if="from.alerts.length === 0" class="grid gap-2">
        <p v-if="item" class="font-semibold">
          What is wrong: {{ item.name }}
          <button v-if="!from.item" type="button" class="link text-small font-normal" @click="item = null">
            Change
          </button>
        </p>
        <ItemPicker v-else-if="from.reports.length === 0" label="What is wrong, if it is known" @pick="pick" />
        <label v-if="item || proposal.said" class="text-small font-semibold">
          How {{ item?.name ?? proposal.said?.name }} is
          <select v-model="state" class="field font-normal" @change="load">
            <option v-for="one in states" :key="one" :value="one">{{ stateWords[one] }}</option>
          </select>
        </label>
      </section>
      <label class="block font-semibold">
        Title
        <input
          ref="titleField"
          v-model="title"
          class="field"
          maxlength="160"
          required
          :aria-invalid="!!action.errors.value.title"
        />
        <span class="text-tiny font-normal text-ink-2">{{ action.errors.value.title ?? proposal.title.why }}</span>
      </label>
      <label class="block font-semibold">
        Affected service
        <select v-model="service" class="field">
          <option value="">None known yet</option>
          <option v-for="one in proposal.choices.services" :key="one.id" :value="one.id">
            {{ one.name }}, tier {{ one.tier }}, {{ stateWords[one.state] }}
          </option>
        </select>
        <span class="text-tiny font-normal text-ink-2">{{ action.errors.value.service ?? proposal.service.why }}</span>
      </label>
      <div v-if="proposal.hit.length" class="border border-line bg-sheet p-2 text-small">
        <p>
          <template v-for="(one, i) in proposal.hit.slice(0, 6)" :key="one.id"
            ><template v-if="i > 0">, </template>{{ one.name }} (tier {{ one.tier }},
            {{ stateWords[one.state] }})</template
          ><template v-if="proposal.hit.length > 6"> and {{ proposal.hit.length - 6 }} more services</template
          ><template v-if="proposal.sites.length"
            >; something is broken at {{ plural(proposal.sites.length, 'site') }}</template
          >.
        </p>
        <p v-if="proposal.behind">{{ proposal.behind }}</p>
      </div>
      <ChoiceRow v-model="impact" name="Impact" :choices="proposal.choices.impacts" :why="proposal.impact.why" />
      <ChoiceRow v-model="urgency" name="Urgency" :choices="proposal.choices.urgencies" :why="proposal.urgency.why" />
      <p class="border-y border-line py-2 text-head">
        <strong>Priority {{ priority ?? '–' }}</strong>
        <span class="text-small text-ink-2"
          >from impact and urgency, by your organisation’s matrix<template v-if="target"
            >: restore within {{ lasting(restore * 1000) }}, and an update every
            {{ lasting(target.update_minutes * 60000) }}</template
          >.</span
        >
      </p>
      <label class="block font-semibold">
        Team to call
        <select v-model="team" class="field">
          <option value="">Nobody</option>
          <option v-for="one in proposal.choices.teams" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <span class="text-tiny font-normal text-ink-2">{{ proposal.team.why }} {{ calls }}</span>
      </label>
      <div class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value"
          >Declare{{ team ? ' and page one person' : '' }}</ActButton
        >
        <span class="text-tiny text-ink-2">The clock for the first update starts then.</span>
      </div>
    </form>
    <p v-else-if="!trouble" class="text-ink-2">Gathering what is known…</p>
  </SideSheet>
</template>
