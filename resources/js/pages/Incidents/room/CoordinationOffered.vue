<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'alarm',
  order: 10,
  follows: { 'coordination.': ['handover', 'journal'], 'incident.coordinator': ['handover'] },
};
</script>

<script setup lang="ts">
import HandoverNote from '@/pages/Incidents/HandoverNote.vue';
import type { MajorProps } from '@/pages/Incidents/majors';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** That the coordination of this incident waits for somebody's yes. */
const { room } = useRoom<RoomProps & MajorProps>();
</script>

<template>
  <HandoverNote v-if="room.handover" class="mb-3" :offer="room.handover" />
</template>
