<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'alarm', order: 5, follows: { 'busy.': ['busy'], 'incident.changed': ['busy'] } };
</script>

<script setup lang="ts">
import TimeAgo from '@/components/TimeAgo.vue';
import type { BusyLine } from '@/lib/shapes';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** That the service of an incident counts more than usual just now. */
const { room } = useRoom<RoomProps & { busy: BusyLine | null }>();
</script>

<template>
  <p v-if="room.busy" class="border-l-[5px] border-call bg-sheet px-3 py-2 text-small">
    <strong>{{ room.busy.name }}</strong>: this service counts more than usual until <TimeAgo :at="room.busy.until" />.
    Consider raising its priority, and telling people more often.
  </p>
</template>
