<script lang="ts">
import type { Panel } from '@/lib/panels';

const what = ['major'];
export const panel: Panel = {
  where: 'alarm',
  order: 20,
  follows: {
    'major.': ['major', 'incident', 'journal'],
    'incident.': what,
    'alert.': what,
    'signals.': what,
    'report.': what,
  },
};
</script>

<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import { readAnew } from '@/lib/readAnew';
import RaiseSheet from '@/pages/Incidents/RaiseSheet.vue';
import type { MajorProps } from '@/pages/Incidents/majors';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** That an incident may be a major one, by the organisation's own conditions. */
const { room, isOpen, coordinates } = useRoom<RoomProps & MajorProps>();
const raising = ref(false);
// How long it lasts is one of the conditions, and nothing happens when a minute passes.
useIntervalFn(() => {
  if (isOpen.value && !raising.value) readAnew({ only: ['major'] });
}, 60_000);
</script>

<template>
  <section
    v-if="room.major.why.length"
    class="mb-3 border border-line border-l-4 border-l-call bg-sheet p-2 text-small"
    role="status"
    aria-label="May be a major incident"
  >
    <p><strong>This may be a major incident.</strong> {{ room.major.why.join(' ') }}</p>
    <ActButton v-if="coordinates" class="mt-1" @click="raising = true">Check and raise…</ActButton>
    <RaiseSheet v-if="raising" @close="raising = false" />
  </section>
</template>
