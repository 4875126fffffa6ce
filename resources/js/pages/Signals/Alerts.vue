<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { computed, nextTick, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import { beginningOf } from '@/pages/Incidents/beginning';
import AlertFilters from '@/pages/Signals/AlertFilters.vue';
import AlertGroupRow from '@/pages/Signals/AlertGroupRow.vue';
import AlertSheet from '@/pages/Signals/AlertSheet.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { readAnew } from '@/lib/readAnew';
import { useScreenfulFirst } from '@/lib/screenful';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import type { AlertGroup, Beginning, AlertLine } from '@/lib/types';

/** Alerts to work through: groups first, what needs taking first, one or many at once, all by keyboard. */
const props = defineProps<{
  filter: Record<string, string | boolean>;
  found: { groups: AlertGroup[]; alerts: number; of: number };
  ids?: number[];
  filters: { name: string; query: string }[];
  teams: { id: string; name: string }[];
}>();
const shared = useShared();
const action = useAction();
const coordinates = computed(() => shared.value.me?.coordinates ?? false);
/** Responders take and attach what is their team’s; the server holds them to that. */
const mayTake = computed(() => shared.value.me?.may.includes('take-alerts') ?? false);
const mayAttach = computed(() => shared.value.me?.may.includes('attach-alerts') ?? false);
const MORE = 200;

interface Row {
  id: string;
  group: AlertGroup;
  alert: number | null;
  alertIds: number[];
}
/** Groups whose alerts are shown one by one, with those alerts. */
const opened = ref(new Map<number, AlertLine[]>());
const marked = ref(new Set<number>());
const selectedId = ref<string | null>(null);
const sheet = ref<'wait' | 'close' | 'attach' | null>(null);
const declaring = ref<Beginning | null>(null);
const said = ref('');

const rows = computed<Row[]>(() =>
  props.found.groups.flatMap((group) => [
    { id: `group-${group.id}`, group, alert: null, alertIds: group.alertIds },
    ...(opened.value.has(group.id)
      ? (opened.value.get(group.id) ?? []).map((alert) => ({
          id: `alert-${alert.id}`,
          group,
          alert: alert.id,
          alertIds: [alert.id],
        }))
      : []),
  ]),
);
const shown = useScreenfulFirst(
  () => props.found.groups,
  () => props.filter,
);
const selected = computed(() => rows.value.find((row) => row.id === selectedId.value) ?? rows.value[0] ?? null);
/** What is marked, or else where the selection stands. */
const chosen = computed(() => (marked.value.size > 0 ? [...marked.value] : (selected.value?.alertIds ?? [])));
const isMarked = (ids: number[]): boolean => ids.length > 0 && ids.every((id) => marked.value.has(id));

// What is gone from the list is no longer marked, unless all that fits was: nobody may close what they do not see.
const markedAll = ref(false);
watch(
  () => props.found,
  (found) => {
    if (markedAll.value) return;
    const there = new Set(found.groups.flatMap((group) => group.alertIds));
    const left = [...marked.value].filter((id) => there.has(id));
    if (left.length !== marked.value.size) marked.value = new Set(left);
  },
);
watch(
  () => props.filter,
  () => {
    markedAll.value = false;
    marked.value = new Set();
  },
);

const step = (by: number): void => {
  const at = rows.value.findIndex((row) => row.id === selected.value?.id);
  const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))];
  if (!next) return;
  selectedId.value = next.id;
  void nextTick(() => document.getElementById(next.id)?.focus());
};
const mark = (ids: number[]): void => {
  const now = new Set(marked.value);
  if (isMarked(ids)) ids.forEach((id) => now.delete(id));
  else ids.forEach((id) => now.add(id));
  marked.value = now;
};
const unmark = (): void => {
  marked.value = new Set();
  markedAll.value = false;
};
const markAll = (): void => {
  if (markedAll.value) {
    unmark();
    return;
  }
  readAnew({
    only: ['ids'],
    onSuccess: () => {
      markedAll.value = true;
      marked.value = new Set(props.ids ?? []);
    },
  });
};
const look = async (group: number): Promise<void> => {
  const filter = window.location.search;
  const query = new URLSearchParams(filter);
  query.set('group', String(group));
  const answer = await ask<AlertLine[]>(`/alerts/members?${query}`);
  if (answer.value && filter === window.location.search && opened.value.has(group))
    opened.value = new Map(opened.value).set(group, answer.value);
};
const open = (group: AlertGroup): void => {
  const now = new Map(opened.value);
  if (!now.delete(group.id)) {
    now.set(group.id, []);
    void look(group.id);
  }
  opened.value = now;
};
watch(
  () => props.found,
  () => [...opened.value.keys()].forEach((group) => void look(group)),
);
const work = (what: string, words: string, more: Record<string, string | number> = {}): void => {
  const alerts = chosen.value;
  if (alerts.length === 0) return;
  action.send(`/alerts/${what}`, { alerts, ...more }, () => {
    said.value = `${plural(alerts.length, 'alert')} ${words}.`;
    unmark();
    sheet.value = null;
    void nextTick(() => document.getElementById(selected.value?.id ?? '')?.focus());
  });
};
const declare = (): void => {
  const group = selected.value?.group;
  if (!group) return;
  declaring.value = beginningOf(
    marked.value.size > 0 ? { ...group, alertIds: chosen.value, count: chosen.value.length } : group,
  );
};
const showMore = (): void => router.reload({ data: { most: props.found.groups.length + MORE }, only: ['found'] });

useCommands(() => [
  { name: 'Select the next line', key: 'j', run: () => step(1) },
  { name: 'Select the one before', key: 'k', run: () => step(-1) },
  { name: 'Show or hide the alerts of the group', key: 'o', run: () => selected.value && open(selected.value.group) },
  { name: 'Search in the alerts', key: '/', run: () => document.getElementById('alert-search')?.focus() },
  ...(selected.value
    ? [
        {
          name: 'Open the alert on a page of its own',
          key: 'Enter',
          run: () => selected.value && router.visit(`/alerts/${selected.value.alert ?? selected.value.group.lead}`),
        },
      ]
    : []),
  ...(mayTake.value && selected.value
    ? [
        { name: 'Mark or unmark', key: 'x', run: () => selected.value && mark(selected.value.alertIds) },
        { name: 'Mark all, or none', key: '*', run: markAll },
        { name: 'Take what is marked', key: 't', run: () => work('take', 'taken') },
      ]
    : []),
  ...(mayAttach.value && selected.value
    ? [{ name: 'Attach what is marked to an incident', key: 'a', run: () => (sheet.value = 'attach') }]
    : []),
  ...(coordinates.value && selected.value
    ? [
        { name: 'Let what is marked wait', key: 'w', run: () => (sheet.value = 'wait') },
        { name: 'Close what is marked, with a reason', key: 'c', run: () => (sheet.value = 'close') },
        { name: 'Declare an incident from what is marked', key: 'd', run: declare },
        { name: 'Split what is marked off from its group', key: 's', run: () => work('split', 'split off') },
        { name: 'Put the groups of what is marked together', key: 'm', run: () => work('together', 'put together') },
        { name: 'Bring what waits or is closed back', key: 'b', run: () => work('back', 'brought back') },
      ]
    : []),
]);
</script>

<template>
  <AppShell
    title="Alerts"
    :follows="{ 'alert.': ['found'], 'signals.': ['found'], 'incident.': ['found'], 'rules.': ['found'] }"
  >
    <div class="flex min-h-0 flex-1 flex-col">
      <div class="border-b border-line px-4 py-2">
        <div class="mb-1.5 flex flex-wrap items-baseline justify-between gap-x-4">
          <h1>Alerts</h1>
          <p class="text-small text-ink-2" role="status">
            {{ plural(found.alerts, 'alert') }} in {{ plural(found.of, 'group')
            }}<template v-if="marked.size > 0"
              >, <strong class="text-ink">{{ marked.size }} marked</strong></template
            >. {{ said }}
          </p>
        </div>
        <AlertFilters :filter="filter" :filters="filters" :teams="teams" />
      </div>
      <TroubleNote :text="action.errors.value.action" class="mx-4 mt-2" />
      <div class="min-h-0 flex-1 overflow-y-auto px-4 py-2" tabindex="0" role="region" aria-label="Alerts in groups">
        <p v-if="found.groups.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          No alerts match. Monitors post to /api/v1/signals; see Sources.
        </p>
        <ul>
          <li v-for="group in shown" :key="group.id">
            <AlertGroupRow
              :group="group"
              :alerts="opened.get(group.id) ?? null"
              :selected-id="selected?.id ?? null"
              :may-act="mayTake"
              :is-marked="isMarked"
              @select="(id) => (selectedId = id)"
              @mark="mark"
              @open="open(group)"
            />
          </li>
        </ul>
        <p v-if="found.of > found.groups.length" class="py-3">
          <ActButton @click="showMore">Show {{ Math.min(MORE, found.of - found.groups.length) }} more groups</ActButton>
          <span class="ml-3 text-small text-ink-2">{{ found.groups.length }} of {{ found.of }} are shown.</span>
        </p>
      </div>
      <div
        v-if="(mayTake || mayAttach) && found.groups.length > 0"
        class="flex flex-wrap items-center gap-2 border-t border-line bg-sheet px-4 py-2"
        role="group"
        :aria-label="`What to do with ${plural(chosen.length, 'alert')}`"
      >
        <span class="mr-1 text-small text-ink-2"
          ><template v-if="marked.size > 0">{{ marked.size }} marked:</template
          ><template v-else>{{ plural(chosen.length, 'alert') }} under the selection:</template></span
        >
        <ActButton v-if="mayTake" main shortcut="t" :busy="action.busy.value" @click="work('take', 'taken')"
          >Take</ActButton
        >
        <ActButton v-if="coordinates" shortcut="d" @click="declare">Declare…</ActButton>
        <ActButton v-if="mayAttach" shortcut="a" @click="sheet = 'attach'">Attach…</ActButton>
        <template v-if="coordinates">
          <ActButton shortcut="w" @click="sheet = 'wait'">Wait…</ActButton>
          <ActButton shortcut="c" @click="sheet = 'close'">Close…</ActButton>
          <ActButton shortcut="s" :busy="action.busy.value" @click="work('split', 'split off')">Split off</ActButton>
          <ActButton shortcut="m" :busy="action.busy.value" @click="work('together', 'put together')"
            >Put together</ActButton
          >
          <ActButton
            v-if="filter.show === 'waiting' || filter.show === 'open'"
            shortcut="b"
            :busy="action.busy.value"
            @click="work('back', 'brought back')"
            >Reopen</ActButton
          >
        </template>
      </div>
    </div>
    <AlertSheet
      v-if="sheet"
      :what="sheet"
      :alerts="chosen"
      :busy="action.busy.value"
      :errors="action.errors.value"
      @close="sheet = null"
      @wait="(until) => work('wait', 'wait', until)"
      @close-by-hand="(reason) => work('close', 'closed', { reason })"
      @attached="
        unmark();
        sheet = null;
      "
    />
    <DeclareSheet v-if="declaring" :from="declaring" @close="declaring = null" />
  </AppShell>
</template>
