<script setup lang="ts">
import { usePoll } from '@inertiajs/vue3';
import PublicShell from '@/components/PublicShell.vue';
import StateMark from '@/components/StateMark.vue';
import { LIVE } from '@/lib/beside';
import { stateWords } from '@/lib/states';
import { clockOf, lasting, millis, useNow } from '@/lib/time';
import { useShared } from '@/lib/shared';
import type { State } from '@/lib/types';

/** How an incident stands, in a minute, for somebody without an account. */
defineProps<{
  card: {
    ref: string;
    until: string;
    stage: string;
    started_at: string;
    resolved_at: string | null;
    services: { name: string; state: State }[];
    places: string[];
    expected_at: string | null;
    next_update_at: string | null;
    said: { text: string; meanwhile: string; at: string } | null;
  } | null;
}>();
const shared = useShared();
const now = useNow();
const clock = clockOf(shared.value.zone);
usePoll(10_000, { only: ['card', 'now'], headers: LIVE });
</script>

<template>
  <PublicShell :title="card ? `${card.ref}, how it stands` : 'No longer to be read'">
    <template v-if="card">
      <h1>{{ card.resolved_at ? 'It is over' : card.stage }}</h1>
      <p class="text-ink-2">
        {{ card.ref }}, since {{ clock(card.started_at) }},
        <strong class="text-ink">{{
          lasting((card.resolved_at ? millis(card.resolved_at) : now) - millis(card.started_at))
        }}</strong>{{ card.resolved_at ? ' in all' : ' so far' }}
      </p>
      <dl class="mt-4 grid gap-3">
        <div>
          <dt class="text-small font-semibold text-ink-2">What is affected</dt>
          <dd v-for="service in card.services" :key="service.name" class="flex items-center gap-2">
            <StateMark :state="service.state" :size="18" /> {{ service.name }}: {{ stateWords[service.state] }}
          </dd>
          <dd v-if="card.services.length === 0">
            {{ card.resolved_at ? 'Nothing any more.' : 'No service that people outside use.' }}
          </dd>
          <dd v-if="card.places.length" class="text-ink-2">At {{ card.places.join(', ') }}</dd>
        </div>
        <div v-if="!card.resolved_at">
          <dt class="text-small font-semibold text-ink-2">Expected to work again</dt>
          <dd>{{ card.expected_at ? `by ${clock(card.expected_at)}` : 'Nobody can say yet.' }}</dd>
        </div>
        <div v-if="card.next_update_at">
          <dt class="text-small font-semibold text-ink-2">Next update</dt>
          <dd>by {{ clock(card.next_update_at) }}</dd>
        </div>
        <div>
          <dt class="text-small font-semibold text-ink-2">Said last</dt>
          <dd v-if="card.said">
            {{ card.said.text }} {{ card.said.meanwhile }}
            <span class="text-ink-3">{{ clock(card.said.at) }}</span>
          </dd>
          <dd v-else>Nothing has been published yet.</dd>
        </div>
      </dl>
      <p class="mt-6 text-small text-ink-2">
        This page follows by itself, and can be read until {{ clock(card.until) }}. Times are those of
        {{ shared.zone }}.
      </p>
    </template>
    <template v-else>
      <h1>This address has ended</h1>
      <p>Ask whoever gave it to you for another, or read the <a href="/status" class="link">status page</a>.</p>
    </template>
  </PublicShell>
</template>
