<script setup lang="ts">
import { usePoll } from '@inertiajs/vue3';
import { computed } from 'vue';
import PublicShell from '@/components/PublicShell.vue';
import { LIVE } from '@/lib/live';
import StateMark from '@/components/StateMark.vue';
import UpdateStory from '@/pages/Updates/UpdateStory.vue';
import { clockTime, lasting, millis } from '@/lib/time';
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
  services: { name: string; state: State; incident: number | null }[];
  open: Told[];
  past: Told[];
}>();
usePoll(2000, { only: ['services', 'open', 'past', 'now'], headers: LIVE });
const words: Partial<Record<State, string>> = { up: 'works', degraded: 'works in part', down: 'does not work' };
const hit = computed(() => props.services.filter((service) => service.state !== 'up').length);
</script>

<template>
  <PublicShell title="How things are">
    <h1 class="mb-3 text-2xl!">
      {{ hit === 0 ? 'Everything works' : hit === 1 ? 'One service has a problem' : `${hit} services have a problem` }}
    </h1>
    <section
      v-for="told in open"
      :id="`told-${told.id}`"
      :key="told.id"
      class="mb-6 border border-ink bg-sheet p-4"
      :aria-label="told.services.map((one) => one.name).join(', ')"
    >
      <h2 class="mb-3 text-head! font-bold! text-ink!">
        {{ told.services.map((one) => one.name).join(', ') }}, since {{ clockTime(told.started_at) }}
      </h2>
      <UpdateStory :updates="told.updates" />
    </section>
    <h2 class="mb-1">Services</h2>
    <ul class="mb-6">
      <li v-for="service in services" :key="service.name" class="row-rule flex items-center gap-3 py-2">
        <StateMark :state="service.state" :size="20" :label="false" />
        <a v-if="service.incident" :href="`#told-${service.incident}`" class="flex-1 font-semibold underline">{{
          service.name
        }}</a>
        <span v-else class="flex-1">{{ service.name }}</span>
        <span :class="service.state === 'up' ? 'text-ink-2' : 'font-semibold'">{{ words[service.state] }}</span>
      </li>
    </ul>
    <h2 class="mb-1">The last seven days</h2>
    <p v-if="past.length === 0" class="text-ink-2">Nothing to tell.</p>
    <details v-for="told in past" :key="told.id" class="row-rule py-2">
      <summary>
        <strong>{{ told.services.map((one) => one.name).join(', ') || 'A fault that hit no service' }}</strong><span
          class="text-ink-2"
          >, {{ clockTime(told.started_at) }}, for
          {{ lasting(millis(told.resolved_at ?? 0) - millis(told.started_at)) }}</span
        >
      </summary>
      <UpdateStory class="mt-3" :updates="told.updates" />
    </details>
  </PublicShell>
</template>
