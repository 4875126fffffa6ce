<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';

/** What scanners found, and what waits for a person's word. */
interface End {
  id: string;
  name: string;
  kind: string;
}
interface Proposal {
  id: number;
  from: End;
  to: End;
  port: number | null;
  seen: number;
  first: number;
  last: number;
  scanner: string;
  decided_by: string | null;
}
interface Outcome {
  missing: string[];
  new: { id: string; kind: string }[];
  changed: { id: string; by: string; changes: Record<string, [string, string]> }[];
  contradicted: { id: string; contradicts: Record<string, [string, string]> }[];
  refused: { ref: string; why: string }[];
  passed_over: { ref: string; why: string }[];
}
const props = defineProps<{
  scanners: { name: string; last_at: number; sees: number; lost: number }[];
  snapshots: {
    id: number;
    scanner: string;
    at: number;
    state: 'taken' | 'held' | 'refused';
    because: string | null;
    decided_by: string | null;
    outcome: Outcome | null;
    counts: string;
  }[];
  proposals: Proposal[];
  proposalsInAll: number;
  refused: Proposal[];
  rules: {
    id: number;
    from_kind: string | null;
    to_kind: string | null;
    port: number | null;
    relation_id: string;
    author: string | null;
  }[];
  relations: { id: string; forward: string; backward: string; strength: string }[];
  kinds: string[];
}>();
const shared = useShared();
const action = useAction();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const held = computed(() => props.snapshots.filter((one) => one.state === 'held'));
const forward = (id: string): string => props.relations.find((one) => one.id === id)?.forward ?? id;
const relation = ref<Record<number, string>>({});
const always = ref<Record<number, boolean>>({});
const why = ref<Record<number, string>>({});
const accept = (one: Proposal): void =>
  action.send(`/proposals/${one.id}/accept`, {
    relation: relation.value[one.id] ?? 'needs',
    always: always.value[one.id] ?? false,
  });
const rule = ref({ from_kind: '', to_kind: '', port: '', relation: 'needs' });
const addRule = (): void =>
  action.send('/connection-rules', { ...rule.value, port: rule.value.port === '' ? null : rule.value.port }, () => {
    rule.value = { from_kind: '', to_kind: '', port: '', relation: 'needs' };
  });
const state = { taken: 'taken', held: 'held back', refused: 'refused' };
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <AppShell
    title="Scans"
    :follows="{
      'snapshot.': ['scanners', 'snapshots', 'proposals', 'proposalsInAll', 'refused'],
      'dependency.': ['proposals', 'proposalsInAll', 'refused'],
      'rule.': ['rules', 'proposals', 'proposalsInAll'],
    }"
  >
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Scans">
        <TroubleNote :text="wrong" />
        <section v-if="held.length" class="mb-4" aria-labelledby="held-title">
          <h1 id="held-title" class="mb-2">{{ plural(held.length, 'snapshot') }} waiting for approval</h1>
          <article v-for="one in held" :key="one.id" class="mb-2 border-2 border-ink bg-sheet p-3">
            <p>
              <strong>{{ one.scanner }}</strong>, <TimeAgo :at="one.at" />: {{ one.because }}
            </p>
            <p class="mt-1 text-small text-ink-2">It would change: {{ one.counts }}.</p>
            <details v-if="one.outcome?.missing.length" class="mt-1 text-small">
              <summary class="font-semibold text-ink-2">What it no longer sees</summary>
              <p>
                <template v-for="(id, i) in one.outcome.missing" :key="id"
                  ><template v-if="i > 0">, </template
                  ><Link :href="`/estate/${encodeURIComponent(id)}`" class="link">{{ id }}</Link></template
                >
              </p>
            </details>
            <form v-if="mayEdit" class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent>
              <ActButton main :busy="action.busy.value" @click="action.send(`/scans/${one.id}/let-in`, {})"
                >Take it: {{ one.outcome?.missing.length ?? 0 }} no longer seen</ActButton
              >
              <label class="text-small"
                >Why not
                <input v-model="why[one.id]" class="field inline-block! w-56! py-1" placeholder="a fault of the probe"
              /></label>
              <ActButton
                :busy="action.busy.value"
                @click="action.send(`/scans/${one.id}/turn-away`, { why: why[one.id] ?? '' })"
                >Refuse it</ActButton
              >
            </form>
          </article>
        </section>
        <component :is="held.length ? 'h2' : 'h1'" class="mb-1"
          >Connections that may be dependencies, {{ proposalsInAll }}</component
        >
        <p v-if="proposals.length === 0" class="mb-3 border border-line bg-sheet p-3 text-small text-ink-2">
          Nothing to review. When a scanner sees one item talk to another without a recorded dependency, it is proposed
          here.
        </p>
        <ul class="mb-4 text-small">
          <li v-for="one in proposals" :key="one.id" class="row-rule py-2">
            <p>
              <Link :href="`/estate/${encodeURIComponent(one.from.id)}`" class="link font-semibold">{{
                one.from.name
              }}</Link>
              speaks to
              <Link :href="`/estate/${encodeURIComponent(one.to.id)}`" class="link font-semibold">{{
                one.to.name
              }}</Link><template v-if="one.port"> on port {{ one.port }}</template
              >: {{ plural(one.seen, 'time') }} in the last scan, first <TimeAgo :at="one.first" />.
            </p>
            <form v-if="mayEdit" class="mt-1 flex flex-wrap items-center gap-2" @submit.prevent="accept(one)">
              <label class="sr-only" :for="`relation-${one.id}`">How it needs it</label>
              <select
                :id="`relation-${one.id}`"
                class="field inline-block! w-52! py-1"
                :value="relation[one.id] ?? 'needs'"
                @change="relation[one.id] = ($event.target as HTMLSelectElement).value"
              >
                <option v-for="kind in relations" :key="kind.id" :value="kind.id">
                  the one {{ kind.forward }} the other{{ kind.strength === 'soft' ? ', for full service' : '' }}
                </option>
              </select>
              <ActButton type="submit" :busy="action.busy.value">Accept</ActButton>
              <ActButton :busy="action.busy.value" @click="action.send(`/proposals/${one.id}/refuse`, {})"
                >No dependency</ActButton
              >
              <label class="flex items-center gap-1.5"
                ><input v-model="always[one.id]" type="checkbox" /> accept all from {{ one.from.kind }} to
                {{ one.to.kind }}{{ one.port ? ` on ${one.port}` : '' }}</label
              >
            </form>
          </li>
        </ul>
        <h2 class="mb-1">Snapshots</h2>
        <p v-if="snapshots.length === 0" class="text-small text-ink-2">
          None yet. A scanner posts what it finds to <code>/api/v1/snapshots</code>.
        </p>
        <ul class="text-small">
          <li v-for="one in snapshots" :key="one.id" class="row-rule py-1.5">
            <details>
              <summary>
                {{ one.scanner }}, <TimeAgo :at="one.at" />: <strong>{{ state[one.state] }}</strong><template
                  v-if="one.decided_by"
                >
                  by {{ one.decided_by }}</template
                >.
                <span class="text-ink-2">{{ one.state === 'refused' && !one.counts ? one.because : one.counts }}</span>
              </summary>
              <div v-if="one.outcome" class="py-1 pl-4 text-ink-2">
                <p v-if="one.outcome.new.length">
                  New:
                  <template v-for="(item, i) in one.outcome.new" :key="item.id"
                    ><template v-if="i > 0">, </template
                    ><Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link">{{ item.id }}</Link> ({{
                      item.kind
                    }})</template
                  >
                </p>
                <p v-for="item in one.outcome.changed" :key="`c${item.id}`">
                  <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link">{{ item.id }}</Link>, recognised
                  by {{ item.by }}:
                  <template v-for="(change, field) in item.changes" :key="field"
                    >{{ field }} {{ change[0] || 'none' }} → {{ change[1] }}&ensp;</template
                  >
                </p>
                <p v-for="item in one.outcome.contradicted" :key="`x${item.id}`">
                  <Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link">{{ item.id }}</Link>
                  is contradicted:
                  <template v-for="(change, field) in item.contradicts" :key="field"
                    >{{ field }} is {{ change[0] || 'none' }} here, {{ change[1] }} by the scan&ensp;</template
                  >
                </p>
                <p v-if="one.outcome.missing.length">No longer seen: {{ one.outcome.missing.join(', ') }}</p>
                <p v-for="item in one.outcome.refused" :key="`r${item.ref}`">{{ item.ref }}: {{ item.why }}</p>
                <p v-for="(item, i) in one.outcome.passed_over" :key="`p${i}`">{{ item.ref }}: {{ item.why }}</p>
              </div>
            </details>
          </li>
        </ul>
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        aria-label="Scanners and rules"
        tabindex="0"
      >
        <h2 class="mb-1">Scanners</h2>
        <p v-if="scanners.length === 0" class="text-small text-ink-2">None yet.</p>
        <ul class="text-small">
          <li v-for="one in scanners" :key="one.name" class="row-rule py-1">
            <strong>{{ one.name }}</strong> sees {{ plural(one.sees, 'item')
            }}<template v-if="one.lost">, misses {{ one.lost }}</template
            >; <TimeAgo :at="one.last_at" />
          </li>
        </ul>
        <h2 class="mt-5 mb-1">Connections accepted automatically</h2>
        <p v-if="rules.length === 0" class="text-small text-ink-2">None: each is reviewed.</p>
        <ul class="text-small">
          <li v-for="one in rules" :key="one.id" class="row-rule flex gap-2 py-1">
            <span class="min-w-0 flex-1"
              >{{ one.from_kind ?? 'anything' }} <em>{{ forward(one.relation_id) }}</em> {{ one.to_kind ?? 'anything'
              }}{{ one.port ? ` on port ${one.port}` : '' }} <span class="text-ink-3">{{ one.author }}</span></span
            >
            <button
              v-if="mayEdit"
              type="button"
              class="link"
              @click="action.send(`/connection-rules/${one.id}/drop`, {})"
            >
              Drop
            </button>
          </li>
        </ul>
        <form v-if="mayEdit" class="mt-2 grid gap-2 text-small" @submit.prevent="addRule">
          <label
            >From
            <select v-model="rule.from_kind" class="field py-1">
              <option value="">anything</option>
              <option v-for="kind in kinds" :key="kind" :value="kind">{{ kind }}</option>
            </select></label
          >
          <label
            >which
            <select v-model="rule.relation" class="field py-1">
              <option v-for="one in relations" :key="one.id" :value="one.id">{{ one.forward }}</option>
            </select></label
          >
          <label
            >to
            <select v-model="rule.to_kind" class="field py-1">
              <option value="">anything</option>
              <option v-for="kind in kinds" :key="kind" :value="kind">{{ kind }}</option>
            </select></label
          >
          <label>on port <input v-model="rule.port" class="field py-1" inputmode="numeric" placeholder="any" /></label>
          <p><ActButton type="submit" :busy="action.busy.value">Accept these from now on</ActButton></p>
        </form>
        <template v-if="refused.length">
          <h2 class="mt-5 mb-1">Refused</h2>
          <ul class="text-small">
            <li v-for="one in refused" :key="one.id" class="row-rule flex gap-2 py-1">
              <span class="min-w-0 flex-1"
                >{{ one.from.name }} does not need {{ one.to.name }}
                <span class="text-ink-3">{{ one.decided_by }}</span></span
              >
              <button
                v-if="mayEdit"
                type="button"
                class="link"
                @click="action.send(`/proposals/${one.id}/reconsider`, {})"
              >
                Review again
              </button>
            </li>
          </ul>
        </template>
      </aside>
    </div>
  </AppShell>
</template>
