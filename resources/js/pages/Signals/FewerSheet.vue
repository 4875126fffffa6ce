<script setup lang="ts">
import { onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import DryRun from '@/pages/Signals/DryRun.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { durationWords } from '@/lib/duration';
import { plural } from '@/lib/states';
import type { DryRunResult, RuleSettings } from '@/lib/types';

/** "Fewer of these": rules proposed from the alert's own history, each with what it would have changed. */
interface Proposal {
  match: Record<string, string>;
  set: Record<string, string>;
  reason: string;
  before: number;
  after: number;
}
const props = defineProps<{ alert: number; title: string }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const found = ref<{ version: number; proposals: Proposal[]; why: string | null } | null>(null);
const trouble = ref('');
const chosen = ref(0);
const run = ref<DryRunResult | null>(null);
const saved = ref(false);

onMounted(async () => {
  const answer = await ask<typeof found.value>(`/alerts/${props.alert}/fewer`);
  found.value = answer.value;
  trouble.value = answer.error?.message ?? '';
});
const rule = (proposal: Proposal): object => ({
  name: `Fewer of ${proposal.match.check ?? ''}${proposal.match.item ? ` on ${proposal.match.item}` : ''}`,
  match: proposal.match,
  set: proposal.set,
});
const setWords = (set: Record<string, string>): string =>
  Object.entries(set)
    .map(([name, value]) => `${name} ${name === 'key' ? value : durationWords(value)}`)
    .join(', ');
const tryIt = async (proposal: Proposal): Promise<void> => {
  const page = await ask<{ settings: RuleSettings }>('/rules/in-force');
  if (!page.value) return;
  const settings = { ...page.value.settings, rules: [rule(proposal), ...(page.value.settings.rules ?? [])] };
  const answer = await ask<DryRunResult>('/rules/dry-run', { settings: JSON.stringify(settings), over: 'week' });
  // By now another may be chosen.
  if (proposal !== found.value?.proposals[chosen.value]) return;
  run.value = answer.value;
  trouble.value = answer.error?.message ?? '';
};
const save = (proposal: Proposal): void =>
  action.send(
    `/alerts/${props.alert}/fewer`,
    { version: found.value?.version ?? 0, rule: JSON.stringify(rule(proposal)) },
    () => (saved.value = true),
  );
</script>

<template>
  <SideSheet open title="Fewer of these" @close="emit('close')">
    <p class="mb-3 text-ink-2">{{ title }}</p>
    <TroubleNote :text="trouble || action.errors.value.action || action.errors.value.version" class="mb-3" />
    <p v-if="saved" role="status">
      Saved as the first rule, for signals from now on. You can undo it on the Rules page.
    </p>
    <template v-else-if="found">
      <p v-if="found.why">{{ found.why }}</p>
      <fieldset v-else>
        <legend class="mb-1 font-semibold">From the signals of the last week</legend>
        <label
          v-for="(proposal, i) in found.proposals"
          :key="i"
          class="mb-2 flex gap-2.5 border p-2.5"
          :class="chosen === i ? 'border-ink' : 'border-line'"
        >
          <input v-model="chosen" type="radio" :value="i" @change="run = null" />
          <span
            ><strong>{{ plural(proposal.after, 'alert') }} instead of {{ proposal.before }}</strong
            >: {{ setWords(proposal.set) }} for {{ proposal.match.check
            }}<template v-if="proposal.match.item"> on {{ proposal.match.item }}</template
            >.<span class="block text-small text-ink-2">{{ proposal.reason }}</span></span
          >
        </label>
      </fieldset>
      <template v-if="found.proposals[chosen]">
        <div class="mt-3 flex gap-2">
          <ActButton @click="tryIt(found.proposals[chosen]!)">What would it change overall?</ActButton>
          <ActButton main :busy="action.busy.value" @click="save(found.proposals[chosen]!)">Create a rule</ActButton>
        </div>
        <DryRun v-if="run" :result="run" class="mt-4" />
      </template>
    </template>
    <p v-else-if="!trouble" class="text-ink-2">Loading its history…</p>
  </SideSheet>
</template>
