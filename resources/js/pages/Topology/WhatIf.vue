<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import ItemPicker from '@/components/ItemPicker.vue';
import ReachView from '@/components/ReachView.vue';
import AnswerableSheet from '@/pages/Topology/AnswerableSheet.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import type { ReachData, Service, State } from '@/lib/types';

/** What would fall if some items failed, or were taken out for work. The address says it all, and can be handed on. */
interface Hit {
  id: string;
  name: string;
  tier: number | null;
  state: State;
  team: string | null;
}
const props = defineProps<{
  items: { id: string; name: string }[];
  unknown: string[];
  onTop: boolean;
  falls: Hit[];
  suffers: Hit[];
  loses: Hit[];
  services: Service[];
  teams: string[];
  sites: string[];
  reach: ReachData;
  /** Business owners of the services that it hits, with what of theirs. */
  tell: { name: string; of: string[] }[];
  /** Teams of the items that are worked on. */
  ask: string[];
  /** Where to begin: what alone takes most services along. */
  worst: { id: string; name: string; kind: string; services: string[] }[];
  hours: number;
  /** When in the week it hurts least. */
  best: { words: string; share: number; uses: string; from: number }[];
  unmeasured: string[];
  kept: { id: number; name: string; items: string[]; hours: number; author: string | null; at: number }[];
}>();
const shared = useShared();
const action = useAction();
const mayKeep = computed(() => shared.value.me?.keepsEstate ?? false);
const name = ref('');
const keep = (): void =>
  action.send('/what-if', { name: name.value, items: ids.value, hours: props.hours }, () => (name.value = ''));
const share = (value: number): string =>
  value === 0 ? 'affects nobody' : `${Math.round(value * 100)}% of the worst time`;
const go = (ids: string[], now = props.onTop, hours = props.hours): void =>
  router.get(
    '/what-if',
    { ...(ids.length ? { items: ids.join(',') } : {}), ...(now ? { now: 1 } : {}), ...(hours === 2 ? {} : { hours }) },
    { preserveState: true, preserveScroll: true, replace: true },
  );
const ids = computed(() => props.items.map((item) => item.id));
/** What it would change, with what is worked on. */
const touched = computed(() => [
  ...ids.value,
  ...[...props.falls, ...props.suffers, ...props.loses].map((one) => one.id).filter((id) => !ids.value.includes(id)),
]);
const answering = ref(false);
const add = (id: string): void => {
  if (!ids.value.includes(id)) go([...ids.value, id]);
};
const lists = computed(() =>
  [
    { title: 'Would be down', hits: props.falls },
    { title: 'Would be degraded', hits: props.suffers },
    { title: 'Would only lose its spare', hits: props.loses },
  ].filter((list) => list.hits.length > 0),
);
const servicesHit = computed(() =>
  [
    { words: 'Services affected', strong: true, services: props.services.filter((one) => one.state !== 'at_risk') },
    {
      words: 'Services that would only lose a spare',
      strong: false,
      services: props.services.filter((one) => one.state === 'at_risk'),
    },
  ].filter((group) => group.services.length > 0),
);
const copied = ref(false);
const copy = async (): Promise<void> => {
  await navigator.clipboard.writeText(window.location.href).catch(() => undefined);
  copied.value = true;
};
</script>

<template>
  <AppShell
    title="What if"
    :follows="onTop ? { 'alert.': ['falls', 'suffers', 'loses', 'services', 'reach', 'teams', 'sites'] } : {}"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[420px_1fr]"
      tabindex="0"
      role="region"
      aria-label="What if"
    >
      <div>
        <h1>What if these were down?</h1>
        <ItemPicker
          class="mt-2"
          main
          label="An item that fails, or is taken out for work"
          @pick="(item) => add(item.id)"
        />
        <ul class="mt-2 flex flex-wrap gap-2 text-small">
          <li v-for="item in items" :key="item.id" class="border border-ink px-2 py-0.5">
            <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="hover:underline">{{ item.name }}</Link>
            <button
              type="button"
              class="ml-1 min-h-6 min-w-6"
              :aria-label="`Without ${item.name}`"
              @click="go(ids.filter((id) => id !== item.id))"
            >
              ×
            </button>
          </li>
        </ul>
        <p v-if="unknown.length" class="mt-1 text-small text-ink-2">Not in the estate: {{ unknown.join(', ') }}.</p>
        <label class="mt-2 flex items-center gap-2 text-small"
          ><input type="checkbox" :checked="onTop" @change="go(ids, !onTop)" /> on top of what is wrong now</label
        >
        <template v-if="items.length">
          <p class="mt-3 text-head" role="status">
            <template v-if="falls.length + suffers.length + loses.length === 0"
              >Nothing else would be affected.</template
            >
            <template v-else
              ><strong>{{ plural(falls.length, 'item') }}</strong> would be down, {{ suffers.length }} be degraded,
              {{ loses.length }} would only lose a spare.</template
            >
          </p>
          <p v-for="group in servicesHit" :key="group.words" class="mt-1">
            {{ group.words }}:
            <template v-for="(service, i) in group.services" :key="service.id"
              ><template v-if="i > 0">, </template
              ><Link :href="`/estate/${encodeURIComponent(service.id)}`" class="link">{{ service.name }}</Link> (tier
              {{ service.tier }}<template v-if="group.strong">, {{ stateWords[service.state] }}</template
              >)</template
            >.
          </p>
          <p v-if="ask.length" class="mt-1 text-small"><strong>Ask:</strong> {{ ask.join(', ') }}.</p>
          <p v-if="tell.length || teams.length" class="mt-1 text-small">
            <strong>Tell:</strong>
            <template v-for="(one, i) in tell" :key="one.name"
              ><template v-if="i > 0">; </template>{{ one.name }} ({{ one.of.join(', ') }})</template
            ><template v-if="tell.length && teams.length">; </template>{{ teams.join(', ') }}.
          </p>
          <p v-if="touched.length" class="mt-1 text-small">
            <button type="button" class="link" @click="answering = true">Who answers for all of these</button>
          </p>
          <div v-if="best.length || unmeasured.length" class="mt-3 border border-line bg-sheet p-2 text-small">
            <p class="flex flex-wrap items-center gap-2">
              <label
                ><strong>Best time</strong>, if it takes
                <select
                  class="field inline-block! w-auto! py-0.5"
                  :value="hours"
                  @change="go(ids, onTop, Number(($event.target as HTMLSelectElement).value))"
                >
                  <option v-for="n in [1, 2, 3, 4, 6, 8, 12, 24]" :key="n" :value="n">{{ plural(n, 'hour') }}</option>
                </select></label
              >
            </p>
            <ol>
              <li v-for="one in best" :key="one.from" class="row-rule py-1">
                <strong>{{ one.words }}</strong>: {{ one.uses }} affected, {{ share(one.share) }}
              </li>
            </ol>
            <p v-if="unmeasured.length" class="pt-1 text-ink-2">
              Use is not recorded for: {{ unmeasured.join(', ') }}. Record it.
            </p>
          </div>
          <p v-if="sites.length" class="mt-1 text-small text-ink-2">At {{ sites.join(', ') }}.</p>
          <p class="mt-2">
            <ActButton @click="copy">Copy link</ActButton>
            <span role="status" class="ml-2 text-small text-calm">{{
              copied ? 'Copied: whoever opens it sees this.' : ''
            }}</span>
          </p>
          <form v-if="mayKeep" class="mt-3 flex items-end gap-2 text-small" @submit.prevent="keep">
            <label class="flex-1"
              >Save as
              <input
                v-model="name"
                class="field py-1"
                required
                maxlength="120"
                placeholder="New time server at Storvik"
              />
              <span v-if="action.errors.value.name" class="font-semibold text-call">{{
                action.errors.value.name
              }}</span></label
            >
            <ActButton type="submit" :busy="action.busy.value">Keep</ActButton>
          </form>
          <details v-for="list in lists" :key="list.title" class="mt-3" :open="list.hits.length <= 12">
            <summary class="text-small font-semibold text-ink-2">{{ list.title }} ({{ list.hits.length }})</summary>
            <ul class="text-small">
              <li v-for="hit in list.hits" :key="hit.id" class="row-rule flex items-center gap-1.5 py-1">
                <StateMark :state="hit.state" :size="14" :label="false" />
                <Link :href="`/estate/${encodeURIComponent(hit.id)}`" class="link">{{ hit.name }}</Link>
                <span v-if="hit.tier" class="text-ink-3">tier {{ hit.tier }}</span>
              </li>
            </ul>
          </details>
        </template>
        <p v-else class="mt-3 text-ink-2">
          Choose items to see what would go down with them, what would only lose its spare, and whom to inform before a
          change.
        </p>
        <template v-if="kept.length">
          <h2 class="mt-4 mb-1">Kept</h2>
          <ul class="text-small">
            <li v-for="one in kept" :key="one.id" class="row-rule flex gap-2 py-1">
              <button type="button" class="link" @click="go(one.items, false, one.hours)">{{ one.name }}</button>
              <span class="flex-1 text-ink-3"
                >{{ plural(one.items.length, 'item') }}; {{ one.author }}, <TimeAgo :at="one.at"
              /></span>
              <button v-if="mayKeep" type="button" class="link" @click="action.send(`/what-if/${one.id}/drop`, {})">
                Drop
              </button>
            </li>
          </ul>
        </template>
      </div>
      <section aria-label="What it would bring down">
        <ReachView v-if="items.length" :reach="reach" :height="520" large />
        <template v-else-if="worst.length">
          <h2 class="mb-1">Single points of failure with the widest impact</h2>
          <ol class="text-small">
            <li v-for="one in worst" :key="one.id" class="row-rule flex flex-wrap items-baseline gap-x-3 py-1.5">
              <span class="w-60 min-w-0"
                ><button type="button" class="link font-semibold" @click="add(one.id)">{{ one.name }}</button>
                <span class="text-ink-3">{{ one.kind }}</span></span
              >
              <span class="min-w-0 flex-1"
                ><strong>{{ plural(one.services.length, 'service') }}</strong
                >: {{ one.services.join(', ') }}</span
              >
            </li>
          </ol>
          <p class="mt-2 text-small text-ink-2">Select one to see what else it would bring down.</p>
        </template>
      </section>
    </div>
    <AnswerableSheet v-if="answering" :items="touched" @close="answering = false" />
  </AppShell>
</template>
