<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'alarm',
  order: 2,
  follows: { 'incident.': ['parent'], 'update.': ['parent'], 'call.': ['parent'] },
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import LongText from '@/components/LongText.vue';
import StateMark from '@/components/StateMark.vue';
import WhyForm from '@/components/WhyForm.vue';
import { clockTime } from '@/lib/time';
import type { UnderProps } from '@/pages/Incidents/under';
import { useRoom } from '@/pages/Incidents/roomState';

/** That this is part of a major incident: its story stands here, and the work is there. */
const { room, incident, isOpen, coordinates } = useRoom<UnderProps>();
</script>

<template>
  <section
    v-if="room.parent"
    class="mb-3 border border-line border-l-4 border-l-ink bg-sheet p-2 text-small"
    aria-label="Part of a major incident"
  >
    <p class="flex items-baseline gap-1.5">
      <StateMark :state="room.parent.state" :size="16" class="shrink-0 self-center" />
      <span
        >Part of the major incident
        <Link :href="`/incidents/${room.parent.id}`" class="link font-semibold"
          >{{ room.parent.ref }} {{ room.parent.title }}</Link
        >{{ room.parent.alone ? ', put there by itself' : '' }}.</span
      >
    </p>
    <LongText class="mt-1" :text="room.parent.soFar" />
    <p v-if="room.parent.next_update_at" class="text-ink-2">
      The next update is owed at {{ clockTime(room.parent.next_update_at) }}.
    </p>
    <WhyForm
      v-if="isOpen && coordinates"
      words="It is no part of that…"
      :about="incident.ref"
      question="Why it is no part of it"
      button="Take it out"
      :url="`/incidents/${incident.id}/out`"
    />
  </section>
</template>
