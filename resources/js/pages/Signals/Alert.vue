<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import StateMark from '@/components/StateMark.vue';
import StoryList from '@/components/StoryList.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import ItemPicker from '@/components/ItemPicker.vue';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import AlertSheet from '@/pages/Signals/AlertSheet.vue';
import CauseList from '@/components/CauseList.vue';
import BurstBand from '@/pages/Signals/BurstBand.vue';
import FewerSheet from '@/pages/Signals/FewerSheet.vue';
import SignalTable from '@/pages/Signals/SignalTable.vue';
import WhyTold from '@/pages/Signals/WhyTold.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import type { SignalLine, Why } from '@/pages/Signals/why';
import { useShared } from '@/lib/shared';
import { plural, stateWords } from '@/lib/states';
import { clockTime } from '@/lib/time';
import type { AlertLine, Cause, JournalLine, Service } from '@/lib/types';

/** One alert: what it is made of, why somebody was told or not, and what can be done with it. */
const props = defineProps<{
  alert: Omit<AlertLine, 'incident'> & {
    key: string;
    taker: string | null;
    team_named: string | null;
    incident: { id: number; ref: string; title: string } | null;
    /** Its incident was resolved while it still fired. */
    again: boolean;
  };
  /** called: by which name its monitor knows it, where somebody said that it is this one. */
  items: { id: string; name: string; known: boolean; fires: boolean; called: string | null }[];
  services: Service[];
  signals: SignalLine[];
  signalsInAll: number;
  why: Why;
  group: AlertLine[];
  causes: Cause[];
  story: JournalLine[];
}>();
const shared = useShared();
const action = useAction();
const coordinates = computed(() => shared.value.me?.coordinates ?? false);
const sheet = ref<'wait' | 'close' | 'attach' | null>(null);
const fewer = ref(false);
const declaring = ref(false);
const work = (what: string, more: Record<string, string | number> = {}): void =>
  action.send(`/alerts/${what}`, { alerts: [props.alert.id], ...more }, () => (sheet.value = null));
const handlings = {
  decide: 'A coordinator decides.',
  page: 'Its team is paged at once.',
  hours: 'Its team takes it in working hours.',
  record: 'It is only recorded.',
};
const isFree = computed(() => !props.alert.closed_at && (!props.alert.incident || props.alert.again));
/** Which of its items is said to be another than it was. */
const correcting = ref<(typeof props.items)[number] | null>(null);
const match = (named: string, item: string, was: string | null = null): void =>
  action.send(`/alerts/${props.alert.id}/match`, { named, item, was }, () => (correcting.value = null));
const isOwn = computed(
  () =>
    (shared.value.me?.may.includes('take-alerts') ?? false) &&
    props.alert.team !== null &&
    props.alert.team === shared.value.me?.team,
);
const showAll = (): void => router.reload({ data: { most: 2000 }, only: ['signals'] });

useCommands(() =>
  coordinates.value
    ? [
        { name: 'Fewer of these', key: 'f', run: () => (fewer.value = true) },
        ...(isFree.value
          ? [
              { name: 'Take it', key: 't', run: () => work('take') },
              { name: 'Declare an incident from it', key: 'd', run: () => (declaring.value = true) },
              { name: 'Let it wait', key: 'w', run: () => (sheet.value = 'wait') },
              { name: 'Close it, with a reason', key: 'c', run: () => (sheet.value = 'close') },
              { name: 'Attach it to an incident', key: 'a', run: () => (sheet.value = 'attach') },
            ]
          : []),
      ]
    : [],
);
</script>

<template>
  <AppShell
    :title="alert.title"
    :follows="{
      'alert.': ['alert', 'signals', 'signalsInAll', 'why', 'story', 'items', 'group', 'causes'],
      'signals.': ['alert', 'signals', 'signalsInAll', 'why', 'items'],
      'incident.': ['alert', 'story'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_360px]"
      tabindex="0"
      role="region"
      aria-label="Alert"
    >
      <div class="min-w-0">
        <h1 class="flex items-center gap-3">
          <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="28" />{{ alert.title }}
        </h1>
        <p class="mt-1 text-ink-2">
          {{ alert.withdrawn_at ? 'Withdrawn' : alert.closed_at ? 'Over' : 'Open' }}, {{ alert.level }},
          {{ plural(alert.count, 'signal') }} from
          <Link :href="`/sources/${encodeURIComponent(alert.source)}`" class="link">{{ alert.source }}</Link>, first
          <TimeAgo :at="alert.first_signal_at" />, last <TimeAgo :at="alert.last_signal_at" />.
          <template v-if="alert.flips">It cleared and fired again {{ plural(alert.flips, 'time') }}.</template>
        </p>
        <p v-if="alert.withdrawn_at" class="mt-2 border-l-[5px] border-call bg-sheet p-2">
          A late signal showed that this alert should not have opened. Who was paged for it stays in the journal.
        </p>
        <p v-else-if="alert.mended_at" class="mt-2 border-l-[5px] border-edge bg-sheet p-2 text-small">
          Corrected {{ clockTime(alert.mended_at) }}: a late signal changed when it opened.
        </p>
        <p v-if="alert.put_away_at && !alert.closed_at" class="mt-2 border-l-[5px] border-edge bg-sheet p-2 text-small">
          Closed by hand {{ clockTime(alert.put_away_at) }}: {{ alert.closed_reason }}. It comes back if it clears and
          fires again. <button v-if="coordinates" type="button" class="link" @click="work('back')">Reopen it</button>
        </p>
        <p class="mt-2">
          <template v-if="items.length"
            >About
            <template v-for="(item, i) in items" :key="item.id"
              ><template v-if="i > 0">, </template
              ><Link
                v-if="item.known"
                :href="`/estate/${encodeURIComponent(item.id)}`"
                class="link"
                :class="item.fires ? 'font-semibold' : ''"
                >{{ item.name }}</Link
              ><template v-if="item.known && item.called">
                (“{{ item.called }}” to its monitor<template v-if="shared.me?.keepsEstate"
                  >;
                  <button
                    type="button"
                    class="link min-h-6"
                    @click="correcting = correcting?.id === item.id ? null : item"
                  >
                    it is another item…
                  </button></template
                >)</template
              ><template v-else-if="!item.known"
                >“{{ item.id }}”, which is not in the estate<template v-if="shared.me?.keepsEstate"
                  >.
                  <ItemPicker
                    label="Match it to an item, now and in future"
                    @pick="(one) => match(item.id, one.id)" /></template></template></template
            >.</template
          >
          <template v-if="services.length">
            Depending on it:
            <template v-for="(service, i) in services" :key="service.id"
              ><template v-if="i > 0">, </template
              ><Link :href="`/estate/${encodeURIComponent(service.id)}`" class="link">{{ service.name }}</Link> (tier
              {{ service.tier }}, {{ stateWords[service.state] }})</template
            >.</template
          >
        </p>
        <ItemPicker
          v-if="correcting"
          class="max-w-xl"
          :label="`Which item “${correcting.called}” is, now and in future`"
          @pick="(one) => correcting && match(correcting.called ?? '', one.id, correcting.id)"
        />
        <p class="mt-2">
          <template v-if="alert.incident"
            >{{ alert.again ? 'Still firing after this was resolved:' : 'It belongs to' }}
            <Link :href="`/incidents/${alert.incident.id}`" class="link font-semibold"
              >{{ alert.incident.ref }} {{ alert.incident.title }}</Link
            >.</template
          >
          <template v-else-if="alert.taker">{{ alert.taker }} has it.</template>
          {{ alert.team_named ? `It goes to ${alert.team_named}.` : 'No team owns it.' }}
          {{ handlings[alert.handling] }}
        </p>
        <TroubleNote :text="action.errors.value.item ?? action.errors.value.action" class="mt-2" />
        <div v-if="!coordinates && isOwn && isFree" class="mt-3 flex flex-wrap gap-2">
          <ActButton main :busy="action.busy.value" @click="work('take')">Take</ActButton>
          <ActButton @click="sheet = 'attach'">Attach…</ActButton>
        </div>
        <div v-if="coordinates" class="mt-3 flex flex-wrap gap-2">
          <template v-if="isFree">
            <ActButton main shortcut="t" :busy="action.busy.value" @click="work('take')">Take</ActButton>
            <ActButton shortcut="d" @click="declaring = true">Declare incident…</ActButton>
            <ActButton shortcut="a" @click="sheet = 'attach'">Attach…</ActButton>
            <ActButton shortcut="w" @click="sheet = 'wait'">Wait…</ActButton>
            <ActButton shortcut="c" @click="sheet = 'close'">Close…</ActButton>
          </template>
          <ActButton shortcut="f" @click="fewer = true">Fewer of these…</ActButton>
        </div>

        <h2 class="mt-5 mb-1">Bursts</h2>
        <BurstBand :signals="signals" :entries="why.entries" :from="alert.first_signal_at" :to="alert.closed_at" />

        <SignalTable :signals="signals" :in-all="signalsInAll" @show-all="showAll" />
      </div>
      <div class="grid content-start gap-5">
        <section v-if="causes.length" aria-labelledby="behind-it">
          <h2 id="behind-it" class="mb-1">Likely cause{{ group.length ? ' of its group' : '' }}</h2>
          <CauseList :causes="causes" />
          <p class="mt-1 text-small">
            <Link :href="`/reach?group=${alert.group ?? alert.id}`" class="link">Full impact map</Link>
          </p>
        </section>
        <WhyTold :signal-key="alert.key" :why="why" />
        <section v-if="group.length" aria-labelledby="same-group">
          <h2 id="same-group" class="mb-1">In the same group</h2>
          <ul class="text-small">
            <li v-for="other in group" :key="other.id" class="flex items-baseline gap-2 py-0.5">
              <StateMark :state="other.closed_at ? 'restored' : other.state" :size="14" />
              <Link :href="`/alerts/${other.id}`" class="truncate hover:underline">{{ other.title }}</Link>
            </li>
          </ul>
        </section>
        <section aria-labelledby="what-happened">
          <h2 id="what-happened" class="mb-1">History</h2>
          <StoryList :entries="story" />
        </section>
      </div>
    </div>
    <AlertSheet
      v-if="sheet"
      :what="sheet"
      :alerts="[alert.id]"
      :busy="action.busy.value"
      :errors="action.errors.value"
      @close="sheet = null"
      @wait="(until) => work('wait', until)"
      @close-by-hand="(reason) => work('close', { reason })"
      @attached="sheet = null"
    />
    <DeclareSheet
      v-if="declaring"
      :from="{ key: `alert-${alert.id}`, words: `From one alert: ${alert.title}`, alerts: [alert.id], reports: [] }"
      @close="declaring = false"
    />
    <FewerSheet v-if="fewer" :alert="alert.id" :title="alert.title" @close="fewer = false" />
  </AppShell>
</template>
