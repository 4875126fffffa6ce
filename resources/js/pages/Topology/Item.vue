<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import AppShell from '@/components/AppShell.vue';
import ReachView from '@/components/ReachView.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { hitWords, plural, stateWords } from '@/lib/states';
import { lasting } from '@/lib/time';
import type { AlertLine, ReachData, State } from '@/lib/types';

interface Named {
  id: string;
  name: string;
  state: State;
}
defineProps<{
  item: {
    id: string;
    name: string;
    kind: string;
    tier: number | null;
    site: string | null;
    team: string | null;
    description: string | null;
    state: State;
    why: string | null;
  };
  needs: { words: string | null; strength: string; members: Named[] }[];
  neededBy: (Named & { strength: string; group: boolean })[];
  alerts: AlertLine[];
  incidents: { id: number; ref: string; title: string; resolved_at: string | null }[];
  /** Of a service: single items that take it down, worst first. */
  weakPoints: { id: string; name: string; kind: string; services: number }[] | null;
  /** Of a service: how much of the last days it was there; down in milliseconds. */
  availability: { share: number; down: number; incidents: number; days: number } | null;
  reach: ReachData;
}>();
</script>

<template>
  <AppShell
    :title="item.name"
    :follows="{
      'alert.': ['item', 'needs', 'neededBy', 'alerts'],
      'signals.': ['item', 'needs', 'neededBy', 'alerts'],
      'incident.': ['incidents'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[380px_1fr]"
      tabindex="0"
      role="region"
      aria-label="Item"
    >
      <div>
        <h1 class="flex items-center gap-3"><StateMark :state="item.state" :size="28" />{{ item.name }}</h1>
        <p class="text-ink-2">
          {{ item.kind }}<template v-if="item.tier">, tier {{ item.tier }}</template
          ><template v-if="item.site">, {{ item.site }}</template
          ><template v-if="item.team">. Owned by {{ item.team }}</template
          >. <span class="font-mono text-small text-ink-3">{{ item.id }}</span>
        </p>
        <p v-if="item.description" class="mt-1">{{ item.description }}</p>
        <p class="mt-2"><strong>Now:</strong> {{ item.why ?? 'up; nothing says otherwise.' }}</p>
        <p v-if="availability" class="mt-1">
          <strong>{{ (availability.share * 100).toFixed(availability.share > 0.999 ? 3 : 2) }}%</strong> there over
          {{ availability.days }} days<template v-if="availability.incidents"
            >: {{ lasting(availability.down) }} interrupted, in
            {{ plural(availability.incidents, 'incident') }}</template
          >.
        </p>
        <h2 class="mt-4 mb-1">It needs</h2>
        <p v-if="needs.length === 0" class="text-small text-ink-2">Nothing that is recorded.</p>
        <ul class="text-small">
          <li v-for="(need, i) in needs" :key="i" class="row-rule py-1">
            <span v-if="need.words" class="text-ink-2"
              >{{ need.words }}{{ need.strength === 'soft' ? ', to work fully' : '' }}: </span
            ><span v-else-if="need.strength === 'soft'" class="text-ink-2">to work fully: </span>
            <template v-for="(member, j) in need.members" :key="member.id"
              ><template v-if="j > 0">, </template
              ><StateMark v-if="member.state !== 'up'" :state="member.state" :size="13" class="mr-0.5 inline" /><Link
                :href="`/estate/${encodeURIComponent(member.id)}`"
                class="link"
                >{{ member.name }}</Link
              ></template
            >
          </li>
        </ul>
        <template v-if="weakPoints">
          <h2 class="mt-4 mb-1">What alone would take it down, worst first</h2>
          <p v-if="weakPoints.length === 0" class="text-small text-ink-2">Nothing: everything it needs has a spare.</p>
          <ul class="text-small">
            <li v-for="one in weakPoints" :key="one.id" class="row-rule py-1">
              <Link :href="`/estate/${encodeURIComponent(one.id)}`" class="link">{{ one.name }}</Link>
              <span class="text-ink-3">
                {{ one.kind }}, takes {{ one.services === 1 ? 'this service alone' : `${one.services} services` }}</span
              >
            </li>
          </ul>
        </template>
        <h2 class="mt-4 mb-1">What stands on it</h2>
        <p v-if="neededBy.length === 0" class="text-small text-ink-2">Nothing that is recorded.</p>
        <ul class="text-small">
          <li v-for="other in neededBy" :key="other.id" class="row-rule flex items-center gap-1.5 py-1">
            <StateMark :state="other.state" :size="14" :label="false" /><Link
              :href="`/estate/${encodeURIComponent(other.id)}`"
              class="link"
              >{{ other.name }}</Link
            ><span class="text-ink-3"
              >{{ other.group ? 'as one of several' : '' }}{{ other.strength === 'soft' ? ' to work fully' : '' }}
              {{ other.state === 'up' ? '' : stateWords[other.state] }}</span
            >
          </li>
        </ul>
        <h2 class="mt-4 mb-1">Incidents</h2>
        <p v-if="incidents.length === 0" class="text-small text-ink-2">None.</p>
        <ul class="text-small">
          <li v-for="one in incidents" :key="one.id" class="row-rule py-1">
            <Link :href="`/incidents/${one.id}`" class="link">{{ one.ref }} {{ one.title }}</Link>
            <span class="text-ink-3">{{ one.resolved_at ? 'resolved' : 'under way' }}</span>
          </li>
        </ul>
        <h2 class="mt-4 mb-1">Alerts</h2>
        <p v-if="alerts.length === 0" class="text-small text-ink-2">None.</p>
        <ul class="text-small">
          <li v-for="alert in alerts" :key="alert.id" class="row-rule flex gap-1.5 py-1">
            <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="14" class="mt-0.5" /><span
              ><Link :href="`/alerts/${alert.id}`" class="link">{{ alert.title }}</Link
              >, <TimeAgo :at="alert.first_signal_at"
            /></span>
          </li>
        </ul>
      </div>
      <section aria-label="What it would take along">
        <h2 class="flex justify-between">
          <span>If it were down, it would take along</span
          ><span
            >{{ hitWords(reach) }}.
            <Link :href="`/what-if?items=${encodeURIComponent(item.id)}`" class="link"
              >What if more were down?</Link
            ></span
          >
        </h2>
        <ReachView :reach="reach" :height="560" />
      </section>
    </div>
  </AppShell>
</template>
