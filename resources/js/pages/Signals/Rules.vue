<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import DryRun from '@/pages/Signals/DryRun.vue';
import RuleDefaults from '@/pages/Signals/RuleDefaults.vue';
import RuleRow from '@/pages/Signals/RuleRow.vue';
import type { RuleVersion } from '@/pages/Signals/rules';
import RuleVersions from '@/pages/Signals/RuleVersions.vue';
import TeamIncidents from '@/pages/Signals/TeamIncidents.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { useDraft } from '@/lib/draft';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { clockTime } from '@/lib/time';
import type { DryRunResult, Rule, RuleSettings } from '@/lib/types';

/** The rules as an ordered list, tried over what came before they are saved, with all versions behind them. */
const props = defineProps<{
  settings: RuleSettings;
  version: number;
  versions: RuleVersion[];
  teams: { id: string; name: string; incidents: string; when: Record<string, number | string | null> }[];
  sources: string[];
  /** The team that gets what nobody owns. */
  unowned: string | null;
}>();
const shared = useShared();
const action = useAction();
const mayEdit = computed(() => shared.value.me?.coordinates ?? false);

let made = 0;
const numbered = (settings: RuleSettings): { id: number; rule: Rule }[] =>
  (settings.rules ?? []).map((rule) => ({ id: ++made, rule }));
const copy = (settings: RuleSettings): RuleSettings => JSON.parse(JSON.stringify(settings)) as RuleSettings;

/** What is being edited survives a reload, with the version that it began from. */
const draft = useDraft('rules');
const kept =
  draft.text.value === '' ? null : (JSON.parse(draft.text.value) as { version: number; settings: RuleSettings });
const base = ref(kept?.version ?? props.version);
const general = ref<RuleSettings>({ ...copy(kept?.settings ?? props.settings), rules: [] });
const rules = ref(numbered(copy(kept?.settings ?? props.settings)));
const note = ref('');
const result = ref<DryRunResult | null>(null);
const trying = ref<'day' | 'week' | null>(null);
const refused = ref<Record<string, string>>({});
const said = ref('');

const edited = computed<RuleSettings>(() => ({ ...general.value, rules: rules.value.map((entry) => entry.rule) }));
const text = computed(() => JSON.stringify(edited.value));
const isChanged = computed(
  () => text.value !== JSON.stringify({ ...props.settings, rules: props.settings.rules ?? [] }),
);
const errors = computed(() => ({ ...refused.value, ...action.errors.value }));
const elsewhere = computed(() =>
  Object.entries(errors.value)
    .filter(([at]) => !at.startsWith('/rules/') && at !== 'note')
    .map(([at, why]) => (at.startsWith('/') ? `${at.slice(1)}: ${why}` : why)),
);

watch(text, (value) => {
  result.value = null;
  refused.value = {};
  said.value = '';
  draft.text.value = isChanged.value ? JSON.stringify({ version: base.value, settings: JSON.parse(value) }) : '';
});
/** Said after what changed was noticed, which takes back what was said before. */
const say = (words: string): void => void nextTick(() => (said.value = words));
const load = (settings: RuleSettings, version: number): void => {
  general.value = { ...copy(settings), rules: [] };
  rules.value = numbered(copy(settings));
  base.value = version;
};
watch(
  () => props.version,
  (version) => {
    // Somebody saved meanwhile: what is edited here stays, and says on what it stands.
    if (!isChanged.value || draft.text.value === '') load(props.settings, version);
  },
);

const focusRule = (index: number): void =>
  void nextTick(() =>
    document.querySelectorAll<HTMLElement>('#rule-list fieldset')[index]?.querySelector<HTMLElement>('input')?.focus(),
  );
const move = (index: number, by: number): void => {
  const to = index + by;
  if (to < 0 || to >= rules.value.length) return;
  const next = [...rules.value];
  const [entry] = next.splice(index, 1);
  if (entry) next.splice(to, 0, entry);
  rules.value = next;
  say(`Rule ${index + 1} is now rule ${to + 1}.`);
  focusRule(to);
};
const add = (): void => {
  rules.value = [{ id: ++made, rule: { match: {}, set: {} } }, ...rules.value];
  focusRule(0);
};
const tryOver = async (over: 'day' | 'week'): Promise<void> => {
  trying.value = over;
  result.value = null;
  const tried = text.value;
  const answer = await ask<DryRunResult>('/rules/dry-run', { settings: tried, over });
  trying.value = null;
  if (tried !== text.value) return;
  result.value = answer.value;
  refused.value = answer.error ? { [answer.error.at === '' ? 'action' : answer.error.at]: answer.error.message } : {};
};
const save = (): void =>
  action.send('/rules', { settings: text.value, version: base.value, note: note.value }, () => {
    note.value = '';
    draft.clear();
    load(props.settings, props.version);
    say(`Saved as version ${props.version}. It applies to signals that come from now on.`);
  });
const restore = (to: number): void =>
  action.send('/rules/restore', { version: props.version, to }, () => {
    draft.clear();
    load(props.settings, props.version);
    say(`Version ${to} is in force again, as version ${props.version}.`);
  });
const discard = (): void => {
  load(props.settings, props.version);
  draft.clear();
};
/** Said beside the buttons, too: the rule may be far down the list. */
const refusedWords = computed(() =>
  Object.entries(refused.value)
    .map(([at, why]) => {
      const rule = /^\/rules\/(\d+)/.exec(at);
      return rule ? `Rule ${Number(rule[1]) + 1}: ${why}` : why;
    })
    .join(' '),
);

useCommands(() => [
  ...(mayEdit.value ? [{ name: 'Add a rule', key: 'n', run: add }] : []),
  { name: 'Try these rules on the last day', key: 'y', run: () => void tryOver('day') },
  { name: 'Try these rules on the last week', run: () => void tryOver('week') },
]);
</script>

<template>
  <AppShell
    title="Rules"
    :follows="{ 'rules.': ['settings', 'version', 'versions'], 'settings.': ['teams', 'unowned'] }"
  >
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Rules">
        <div class="mb-1 flex flex-wrap items-baseline justify-between gap-3">
          <h1>Rules</h1>
          <p class="text-small text-ink-2">
            Version {{ version }}, {{ versions[0]?.author }}, {{ clockTime(versions[0]?.at ?? 0) }}
          </p>
        </div>
        <p class="mb-3 max-w-[75ch] text-small text-ink-2">
          Each value comes from the first matching rule that sets it. Rules say which signals form one alert, how long
          to wait, and where it goes. Nothing is saved until you save it; try it on past signals first.
        </p>
        <TroubleNote v-for="why in elsewhere" :key="why" :text="why" class="mb-2" />
        <p v-if="base !== version && isChanged" class="mb-2 border-l-[5px] border-call bg-sheet p-2 text-small">
          Your draft stands on version {{ base }}; version {{ version }} is in force by now.
          <button type="button" class="link" @click="base = version">Keep mine and apply it on top</button> or
          <button type="button" class="link" @click="discard">discard mine</button>.
        </p>
        <RuleDefaults v-model="general" :errors="errors" :may-edit="mayEdit" />
        <div class="mb-2 flex items-baseline justify-between">
          <h2>{{ plural(rules.length, 'rule') }}, in order</h2>
          <ActButton v-if="mayEdit" shortcut="n" @click="add">Add a rule</ActButton>
        </div>
        <p v-if="rules.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          No rule yet: each source, item and check is an alert of its own. An alert's page proposes rules under “Fewer
          of these”.
        </p>
        <ol id="rule-list" class="grid gap-2">
          <li v-for="(entry, index) in rules" :key="entry.id">
            <RuleRow
              v-model="entry.rule"
              :place="index + 1"
              :of="rules.length"
              :teams="teams"
              :errors="errors"
              :may-edit="mayEdit"
              :zone="shared.zone"
              @move="(by) => move(index, by)"
              @drop="rules = rules.filter((other) => other.id !== entry.id)"
            />
          </li>
        </ol>
        <label class="mt-6 block text-small font-semibold" :class="mayEdit ? '' : 'text-ink-2'"
          >Alerts that nobody owns go to
          <select
            class="field inline-block! w-auto! py-1 font-normal"
            :value="unowned ?? ''"
            :disabled="!mayEdit"
            @change="action.send('/rules/unowned', { team: ($event.target as HTMLSelectElement).value || null })"
          >
            <option value="">no team</option>
            <option v-for="team in teams" :key="team.id" :value="team.id">{{ team.name }}</option>
          </select></label
        >
        <TeamIncidents :teams="teams" :may-edit="mayEdit" class="mt-6" />
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        tabindex="0"
        aria-label="Try and save"
      >
        <h2 class="mb-1">Try it on past signals</h2>
        <div class="flex flex-wrap gap-2">
          <ActButton shortcut="y" :busy="trying === 'day'" @click="tryOver('day')">The last day</ActButton>
          <ActButton :busy="trying === 'week'" @click="tryOver('week')">The last week</ActButton>
        </div>
        <p v-if="trying" class="mt-2 text-small text-ink-2" role="status">
          Running the signals of the last {{ trying }}…
        </p>
        <TroubleNote :text="refusedWords" class="mt-2" />
        <DryRun v-if="result" :result="result" class="mt-3" />
        <form v-if="mayEdit" class="mt-5" @submit.prevent="save">
          <label class="block"
            >What you changed and why
            <input
              v-model="note"
              class="field"
              maxlength="200"
              :disabled="!isChanged"
              :aria-invalid="Boolean(errors.note)"
            />
          </label>
          <TroubleNote :text="errors.note" class="mt-1" />
          <div class="mt-2 flex items-center gap-3">
            <ActButton main type="submit" :busy="action.busy.value" :disabled="!isChanged">Save the rules</ActButton>
            <button v-if="isChanged" type="button" class="link text-small" @click="discard">Cancel changes</button>
          </div>
        </form>
        <p class="mt-2 text-small text-calm" role="status">{{ said }}</p>
        <h2 class="mt-6 mb-1">Versions</h2>
        <RuleVersions :versions="versions" :version="version" :may-edit="mayEdit" @restore="restore" />
      </aside>
    </div>
  </AppShell>
</template>
