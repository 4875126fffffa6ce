<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'aside', order: 25, follows: { 'task.': ['tasks', 'nextSteps', 'journal'] } };
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import type { TaskLine } from '@/lib/shapes';
import AddStep from '@/pages/Tickets/AddStep.vue';
import StepRows from '@/pages/Tickets/StepRows.vue';
import type { Named } from '@/pages/Tickets/tickets';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** What people and teams were asked to do about the incident. */
const { room, incident, isOpen } = useRoom<RoomProps & { tasks: TaskLine[]; taskTeams: Named[] }>();
const shared = useShared();
const mayWork = computed(() => isOpen.value && (shared.value.me?.may.includes('work-tickets') ?? false));
const adding = ref(false);
useCommands(() => (mayWork.value ? [{ name: 'Give somebody a task', run: () => (adding.value = true) }] : []));
</script>

<template>
  <section v-if="room.tasks.length || mayWork" aria-labelledby="incident-tasks">
    <h2 id="incident-tasks" class="mt-4 mb-1">Tasks</h2>
    <StepRows :tasks="room.tasks" :teams="room.taskTeams" :may-work="mayWork" ends="resolved" />
    <AddStep
      v-if="adding"
      class="mt-1"
      :address="`/incidents/${incident.id}/tasks`"
      :teams="room.taskTeams"
      ends="resolved"
      @done="adding = false"
    />
    <button v-else-if="mayWork" type="button" class="link min-h-6 text-small" @click="adding = true">
      Give somebody a task…
    </button>
  </section>
</template>
