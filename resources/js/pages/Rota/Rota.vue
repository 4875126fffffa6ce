<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import type { FeedLine } from '@/lib/shapes';
import CalendarFeeds from '@/components/CalendarFeeds.vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { clockOf, lasting, ownZone, useNow } from '@/lib/time';
import type { JournalLine } from '@/lib/types';
import TurnBand from '@/pages/Rota/TurnBand.vue';
import CalendarSheet from '@/pages/Rota/CalendarSheet.vue';
import FairSheet from '@/pages/Rota/FairSheet.vue';
import TurnSheet from '@/pages/Rota/TurnSheet.vue';
import type { Change, Turn } from '@/pages/Rota/rota';

/** A rota: its turns and gaps, who wants to swap, and the addresses for calendars. */
const props = defineProps<{
  rota: { id: string; name: string; time_zone: string; team: string | null; team_id: string };
  turns: Turn[];
  uncovered: number;
  /** Stretches in which a call comes down to one person, or to nobody. */
  single: { from: number; to: number; name: string | null }[];
  leave: { name: string; from: number; to: number }[];
  people: { id: string; name: string }[];
  myself: string;
  mayArrange: boolean;
  isMine: boolean;
  /** Changes by hand that are not over. */
  exceptions: { id: string; from: number; to: number; who: string; mine: boolean }[];
  swaps: {
    id: number;
    asker: string;
    asked: string;
    asker_id: string;
    asked_id: string;
    from: number;
    to: number;
    why: string;
    changes: Change[];
  }[];
  history: JournalLine[];
  feeds: FeedLine[];
  feed: string | null;
}>();
const giving = useAction();
const clockTime = clockOf(props.rota.time_zone);
const action = useAction();
const now = useNow();
const sheet = ref<{ kind: 'take' | 'swap'; turn: Turn } | null>(null);
const aside = ref<'fair' | 'calendar' | null>(null);
const ahead = computed(() => props.turns.filter((turn) => turn.to > now.value));
const gaps = computed(() => ahead.value.filter((turn) => turn.person === null));
const mayTake = computed(() => props.isMine || props.mayArrange);
const theirs = computed(() => ahead.value.find((turn) => turn.person !== props.myself));
const mine = computed(() => ahead.value.find((turn) => turn.person === props.myself));
useCommands(() => [
  ...(mayTake.value && theirs.value
    ? [{ name: 'Take a turn', key: 't', run: () => theirs.value && open('take', theirs.value) }]
    : []),
  ...(props.mayArrange
    ? [
        { name: 'Even out this rota', key: 'e', run: () => (aside.value = 'fair') },
        { name: 'Take turns from a calendar', run: () => (aside.value = 'calendar') },
      ]
    : []),
  ...(mine.value ? [{ name: 'Swap a turn', key: 's', run: () => mine.value && open('swap', mine.value) }] : []),
]);
const open = (kind: 'take' | 'swap', turn: Turn): void => {
  sheet.value = { kind, turn };
};
const wrong = computed(() => action.errors.value.action);
</script>

<template>
  <AppShell
    :title="rota.name"
    :follows="{
      'rota.': ['turns', 'uncovered', 'single', 'swaps', 'history'],
      'person.': ['turns', 'uncovered', 'single', 'leave'],
      'policy.': ['single'],
    }"
  >
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Rota">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1>{{ rota.name }}</h1>
        <p class="text-small text-ink-2">
          {{ rota.team }}; times of {{ rota.time_zone
          }}{{ rota.time_zone === ownZone ? '' : `, not of your clock (${ownZone})` }}.
          <strong v-if="gaps.length" class="text-call"
            >Nobody for {{ lasting(uncovered) }} in the next six weeks.</strong
          ><template v-else>Covered for the next six weeks.</template>
          <strong v-if="single.length" class="text-call">
            One person only for {{ lasting(single.reduce((sum, one) => sum + one.to - one.from, 0)) }}: a call reaches
            {{ [...new Set(single.map((one) => one.name ?? 'nobody'))].slice(0, 3).join(', ') }} alone.</strong
          >
        </p>
        <p class="ml-auto flex flex-wrap items-baseline gap-x-3 text-small">
          <template v-if="mayArrange">
            <Link :href="`/on-call/${rota.id}/layers`" class="link">Who takes turns</Link>
            <button type="button" class="link" @click="aside = 'fair'">Even out</button>
            <button type="button" class="link" @click="aside = 'calendar'">Turns from a calendar</button>
          </template>
          <Link :href="`/policies/${rota.team_id}`" class="link">Escalation policy</Link>
          <Link href="/on-call" class="link">All teams</Link>
          <Link href="/fairness" class="link">Fairness</Link>
        </p>
      </div>
      <TroubleNote :text="wrong" />
      <section v-if="swaps.length" class="mb-3" aria-label="Open swap requests">
        <article v-for="swap in swaps" :key="swap.id" class="mb-2 border-2 border-ink bg-sheet p-3">
          <p>
            <strong>{{ swap.asker }}</strong> asks <strong>{{ swap.asked }}</strong> to swap<template v-if="swap.why"
              >: {{ swap.why }}</template
            >
          </p>
          <ul class="text-small text-ink-2">
            <li v-for="change in swap.changes" :key="change.from">
              {{ clockTime(change.from) }} to {{ clockTime(change.to) }}: {{ change.is ?? 'nobody' }} instead of
              {{ change.was ?? 'nobody' }}
            </li>
          </ul>
          <p class="mt-2 flex gap-2">
            <template v-if="swap.asked_id === myself">
              <ActButton main :busy="action.busy.value" @click="action.send(`/swaps/${swap.id}`, { accept: true })"
                >Yes, swap</ActButton
              >
              <ActButton :busy="action.busy.value" @click="action.send(`/swaps/${swap.id}`, { accept: false })"
                >No</ActButton
              >
            </template>
            <ActButton
              v-else-if="swap.asker_id === myself"
              :busy="action.busy.value"
              @click="action.send(`/swaps/${swap.id}`, { accept: false })"
              >Withdraw</ActButton
            >
            <span v-else class="text-small text-ink-3">Waiting for {{ swap.asked }}.</span>
          </p>
        </article>
      </section>
      <p v-if="leave.length" class="mb-2 text-small text-ink-2">
        On leave:
        <template v-for="(one, i) in leave.slice(0, 6)" :key="one.name + one.from"
          ><template v-if="i > 0">; </template>{{ one.name }}, {{ clockTime(one.from) }} to
          {{ clockTime(one.to) }}</template
        >{{ leave.length > 6 ? ` and ${leave.length - 6} more` : '' }}. Their turns of the layers are gaps until
        somebody takes them.
      </p>
      <TurnBand :turns="turns" :me="myself" :single="single" :zone="rota.time_zone" class="mb-3" />
      <div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_360px]">
        <section aria-labelledby="turns-title">
          <h2 id="turns-title" class="mb-1">Turns ahead</h2>
          <ul class="text-small">
            <li
              v-for="turn in ahead"
              :key="turn.from"
              class="row-rule flex flex-wrap items-center gap-x-3 py-1.5"
              :class="turn.person === myself ? 'font-semibold' : ''"
            >
              <span class="w-80 font-mono text-tiny">{{ clockTime(turn.from) }} to {{ clockTime(turn.to) }}</span>
              <span class="flex-1" :class="turn.person === null ? 'font-semibold text-call' : ''"
                >{{ turn.name ?? 'nobody' }}
                <span v-if="turn.changed" class="font-normal text-ink-3">changed by hand</span></span
              >
              <span class="text-ink-3">{{ lasting(turn.to - turn.from) }}</span>
              <button
                v-if="mayTake && turn.person !== myself"
                type="button"
                class="link"
                :aria-label="`${isMine ? 'Take it' : 'Put someone on call'}, ${clockTime(turn.from)}`"
                @click="open('take', turn)"
              >
                {{ isMine ? 'Take it' : 'Put someone on call' }}
              </button>
              <button
                v-if="turn.person === myself"
                type="button"
                class="link"
                :aria-label="`Swap it, ${clockTime(turn.from)}`"
                @click="open('swap', turn)"
              >
                Swap with …
              </button>
            </li>
          </ul>
        </section>
        <div>
          <section v-if="exceptions.length" aria-labelledby="exceptions-title" class="mb-4">
            <h2 id="exceptions-title" class="mb-1">Changed by hand</h2>
            <ul class="text-small">
              <li v-for="one in exceptions" :key="one.id" class="row-rule flex flex-wrap items-baseline gap-x-3 py-1">
                <span class="min-w-0 flex-1"
                  ><strong>{{ one.who }}</strong
                  ><span class="block font-mono text-tiny"
                    >{{ clockTime(one.from) }} to {{ clockTime(one.to) }}</span
                  ></span
                >
                <button
                  v-if="one.mine || mayArrange"
                  type="button"
                  class="link"
                  :aria-label="`Give back, ${clockTime(one.from)}`"
                  @click="giving.send(`/on-call/${rota.id}/give-back`, { override: one.id })"
                >
                  Give back
                </button>
              </li>
            </ul>
            <TroubleNote :text="giving.errors.value.action" />
          </section>
          <CalendarFeeds
            :feeds="feeds"
            :feed="feed"
            shows="turns"
            :names="{ person: 'Your turns, all rotas', rota: 'This rota' }"
            :offers="[
              { words: 'Address for my turns', data: { kind: 'person' } },
              { words: 'Address for this rota', data: { kind: 'rota', rota: rota.id } },
            ]"
          />
          <section class="mt-5" aria-labelledby="rota-history">
            <h2 id="rota-history" class="mb-1">Recent changes</h2>
            <p v-if="history.length === 0" class="text-small text-ink-2">No changes.</p>
            <ol class="text-small">
              <li v-for="entry in history" :key="entry.seq" class="row-rule py-1">
                {{ entry.lead }}<span v-if="entry.rest" class="text-ink-2">: {{ entry.rest }}</span>
                <span class="block text-tiny text-ink-3">{{ entry.by }}, <TimeAgo :at="entry.at" /></span>
              </li>
            </ol>
          </section>
        </div>
      </div>
    </div>
    <FairSheet v-if="aside === 'fair'" :rota="rota.id" :zone="rota.time_zone" @close="aside = null" />
    <CalendarSheet v-if="aside === 'calendar'" :rota="rota.id" :zone="rota.time_zone" @close="aside = null" />
    <TurnSheet
      v-if="sheet"
      :rota="rota.id"
      :zone="rota.time_zone"
      :kind="sheet.kind"
      :turn="sheet.turn"
      :people="people"
      :me="myself"
      :may-arrange="mayArrange"
      :is-mine="isMine"
      @close="sheet = null"
    />
  </AppShell>
</template>
