<script setup lang="ts">
import { usePoll } from '@inertiajs/vue3';
import { computed } from 'vue';
import PublicShell from '@/components/PublicShell.vue';
import { LIVE } from '@/lib/live';
import StateMark from '@/components/StateMark.vue';
import UpdateStory from '@/pages/Updates/UpdateStory.vue';
import { lasting, millis, useClock } from '@/lib/time';
import type { State, UpdateLine } from '@/lib/types';

/** What outsiders are told: how each service is now, what is going on, and what was lately. */
interface Told {
  id: number;
  services: { name: string; state: State }[];
  started_at: string;
  resolved_at: string | null;
  updates: UpdateLine[];
}
const props = defineProps<{
  /** State: null where nothing is claimed. */
  services: { name: string; state: State | null; incident: number | null; looking: string | null }[];
  open: Told[];
  past: Told[];
}>();
usePoll(2000, { only: ['services', 'open', 'past', 'now'], headers: LIVE });
const words: Partial<Record<State, string>> = { up: 'working', degraded: 'partly working', down: 'not working' };
const clock = useClock();
const hit = computed(() => props.services.filter((service) => service.state !== null && service.state !== 'up').length);
const looking = computed(() => props.services.filter((service) => service.looking !== null));
const unsure = computed(() => props.services.some((service) => service.state === null && service.looking === null));
const claimed = computed(() => props.services.every((service) => service.state !== null));
</script>

<template>
  <PublicShell title="Service status">
    <h1 class="mb-3 text-2xl!">
      {{
        hit > 0
          ? `${hit === 1 ? 'One service has' : `${hit} services have`} a problem`
          : claimed
            ? 'All services are working'
            : 'Service status'
      }}
    </h1>
    <p
      v-for="one in looking"
      :key="one.name"
      class="mb-3 border-l-4 border-calm bg-sheet px-4 py-3 font-semibold"
      role="status"
    >
      {{ one.looking }}
    </p>
    <section
      v-for="told in open"
      :id="`told-${told.id}`"
      :key="told.id"
      class="mb-6 border border-ink bg-sheet p-4"
      :aria-label="told.services.map((one) => one.name).join(', ')"
    >
      <h2 class="mb-3 text-head! font-bold! text-ink!">
        {{ told.services.map((one) => one.name).join(', ') || 'Notice' }}, since {{ clock(told.started_at) }}
      </h2>
      <UpdateStory :updates="told.updates" />
    </section>
    <h2 class="mb-1">Services</h2>
    <ul :class="unsure ? 'mb-2' : 'mb-6'">
      <li v-for="service in services" :key="service.name" class="row-rule flex items-center gap-3 py-2">
        <StateMark v-if="service.state" :state="service.state" :size="20" :label="false" />
        <span v-else class="w-5" aria-hidden="true" />
        <a v-if="service.incident" :href="`#told-${service.incident}`" class="flex-1 font-semibold underline">{{
          service.name
        }}</a>
        <span v-else class="flex-1">{{ service.name }}</span>
        <span :class="service.state === 'up' ? 'text-ink-2' : 'font-semibold'">{{
          service.state ? words[service.state] : 'not confirmed'
        }}</span>
      </li>
    </ul>
    <p v-if="unsure" class="mb-6 text-small text-ink-2">
      Not confirmed: it may not work; nothing is published about it yet.
    </p>
    <h2 class="mb-1">The last seven days</h2>
    <p v-if="past.length === 0" class="text-ink-2">No problems.</p>
    <details v-for="told in past" :key="told.id" class="row-rule py-2">
      <summary>
        <strong>{{ told.services.map((one) => one.name).join(', ') || 'Notice' }}</strong><span class="text-ink-2"
          >, {{ clock(told.started_at) }}, for
          {{ lasting(millis(told.resolved_at ?? 0) - millis(told.started_at)) }}</span
        >
      </summary>
      <UpdateStory class="mt-3" :updates="told.updates" />
    </details>
  </PublicShell>
</template>
