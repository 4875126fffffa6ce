<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ChoiceRow from '@/components/ChoiceRow.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { plural, stateWords } from '@/lib/states';
import { lasting } from '@/lib/time';
import type { AlertGroup, Choice, Service, State } from '@/lib/types';

/** Declares an incident: each choice comes filled in from what is known, and says why. */
const props = defineProps<{ group: AlertGroup }>();
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
  /** How many an hour stand behind what is hit. */
  behind: string | null;
  hit: Service[];
  sites: string[];
  targets: Record<string, { restore_minutes: number; update_minutes: number }>;
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
const { text: title, clear } = useDraft(`declare-${props.group.id}`);
const service = ref('');
const impact = ref('');
const urgency = ref('');
const team = ref('');
const priority = computed(() => proposal.value?.priorities[impact.value]?.[urgency.value]);
const target = computed(() => proposal.value?.targets[String(priority.value)]);
const calls = computed(() => {
  const chosen = proposal.value?.choices.teams.find((one) => one.id === team.value)?.name;
  if (!chosen) return 'Calls nobody.';
  const first = team.value === proposal.value?.team.value ? proposal.value.team.onCall : null;
  return first ? `Calls ${chosen}: ${first} first.` : `Calls ${chosen} by its policy.`;
});

const load = async (): Promise<void> => {
  trouble.value = '';
  const query = props.group.alertIds.map((id) => `alerts[]=${id}`).join('&');
  try {
    const answer = await fetch(`/incidents-proposal?${query}`, { headers: { Accept: 'application/json' } });
    if (!answer.ok) throw new Error(String(answer.status));
    const filled = (await answer.json()) as Proposal;
    proposal.value = filled;
    title.value ||= filled.title.value ?? '';
    service.value ||= filled.service.value ?? '';
    impact.value ||= filled.impact.value ?? '';
    urgency.value ||= filled.urgency.value ?? '';
    team.value ||= filled.team.value ?? '';
    await nextTick();
    titleField.value?.focus();
  } catch {
    trouble.value = 'What is known could not be loaded. Try again when the connection is back.';
  }
};
onMounted(load);

const declare = (): void =>
  action.send(
    '/incidents',
    {
      alerts: props.group.alertIds,
      title: title.value,
      service: service.value,
      impact: impact.value,
      urgency: urgency.value,
      team: team.value || null,
    },
    clear,
  );
</script>

<template>
  <SideSheet open title="Declare an incident" @close="emit('close')">
    <p class="mb-3 text-small text-ink-2">From {{ plural(group.count, 'alert') }}: {{ group.title }}</p>
    <p v-if="trouble" class="mb-3">
      <TroubleNote :text="trouble" /> <ActButton class="mt-2" @click="load">Try again</ActButton>
    </p>
    <form v-if="proposal" class="grid gap-4" @submit.prevent="declare">
      <TroubleNote :text="action.errors.value.action" />
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
        <select v-model="service" class="field" required>
          <option value="" disabled>Choose a service</option>
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
            >: at stake are {{ lasting(target.restore_minutes * 60000) }} to restore it, and an update every
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
        <span class="text-tiny text-ink-2">The next update is owed from then on.</span>
      </div>
    </form>
    <p v-else-if="!trouble" class="text-ink-2">Putting together what is known…</p>
  </SideSheet>
</template>
