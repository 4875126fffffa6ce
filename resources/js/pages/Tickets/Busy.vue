<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { instantOf, millis, ownZone, useNow } from '@/lib/time';
import type { Named } from '@/pages/Tickets/tickets';

/** Times when a service counts more. */
defineProps<{
  periods: { id: number; name: string; service: string | null; from: string; until: string }[];
  services: Named[];
}>();
const shared = useShared();
const mayWork = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const now = useNow();
const name = ref('');
const service = ref('');
const from = ref('');
const until = ref('');
const action = useAction();
const iso = (local: string): string => (local === '' ? '' : new Date(instantOf(local, ownZone)).toISOString());
const add = (): void =>
  action.send(
    '/busy',
    { name: name.value, service: service.value || null, from: iso(from.value), until: iso(until.value) },
    () => {
      name.value = from.value = until.value = '';
    },
  );
</script>

<template>
  <AppShell title="Busy periods" :follows="{ 'busy.': ['periods'] }">
    <div class="mx-auto w-full max-w-4xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Busy periods">
      <h1 class="mb-1">Busy periods</h1>
      <p class="mb-4 text-ink-2">
        The eve of a holiday, the end of a month: what is open about the service then says so, and it is suggested to
        raise it.
      </p>
      <ul class="mb-6">
        <li v-for="one in periods" :key="one.id" class="row-rule flex items-start justify-between gap-4 py-2">
          <span :class="millis(one.until) < now ? 'text-ink-2' : ''">
            <strong>{{ one.name }}</strong>, {{ one.service ?? 'all services' }}
            <span class="block text-small text-ink-2"
              ><TimeAgo :at="one.from" /> until <TimeAgo :at="one.until"
            /></span>
          </span>
          <ActButton
            v-if="mayWork"
            class="shrink-0"
            :aria-label="`Take back ${one.name}`"
            :busy="action.busy.value"
            @click="action.send(`/busy/${one.id}/drop`, {})"
            >Take back</ActButton
          >
        </li>
      </ul>
      <p v-if="periods.length === 0" class="mb-4 text-ink-2">None is set.</p>
      <form v-if="mayWork" class="grid max-w-xl gap-3 text-small" @submit.prevent="add">
        <h2>Set one</h2>
        <label
          >What makes it busy <input v-model="name" class="field py-1" maxlength="80" placeholder="Eve of the holidays"
        /></label>
        <label
          >Service
          <select v-model="service" class="field py-1">
            <option value="">all services</option>
            <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label>From <WhenField v-model="from" /></label>
        <label>Until <WhenField v-model="until" /></label>
        <TroubleNote :text="Object.values(action.errors.value)[0]" />
        <p><ActButton main type="submit" :busy="action.busy.value">Set it</ActButton></p>
      </form>
    </div>
  </AppShell>
</template>
