<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import WhyForm from '@/components/WhyForm.vue';
import { plural } from '@/lib/states';
import { clockTime } from '@/lib/time';
import { useRoom } from '@/pages/Incidents/roomState';

/** The alerts of an incident, those that still fire first. */
const { room, incident, isOpen, coordinates } = useRoom();
const alerts = computed(() => room.value.alerts);
const firing = computed(() => alerts.value.filter((alert) => alert.closed_at === null));
</script>

<template>
  <section>
    <h2 class="mt-3 mb-1 flex justify-between">
      <span>Alerts</span><span>{{ firing.length }} of {{ alerts.length }} still firing</span>
    </h2>
    <ul class="text-small">
      <li v-for="alert in alerts" :key="alert.id" class="row-rule flex gap-2 py-1">
        <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="16" class="mt-0.5" />
        <span class="min-w-0"
          ><Link :href="`/alerts/${alert.id}`" class="hover:underline">{{ alert.title }}</Link>
          <span class="text-ink-3">
            {{ plural(alert.count, 'signal') }}, since {{ clockTime(alert.first_signal_at) }}</span
          >
          <WhyForm
            v-if="isOpen && coordinates"
            words="Unlink…"
            :about="`the alert ${alert.title}`"
            question="Why it does not belong here"
            button="Unlink it"
            :url="`/incidents/${incident.id}/alerts/detach`"
            :data="{ alerts: [alert.id] }"
        /></span>
      </li>
    </ul>
  </section>
</template>
