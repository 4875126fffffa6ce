<script setup lang="ts">
import AppShell from '@/components/AppShell.vue';
import TaskCard from '@/pages/Tickets/TaskCard.vue';
import type { Named, OwnTask } from '@/pages/Tickets/tickets';

/** What one is asked to do, and one's own team, and no more of what it belongs to than that needs. */
defineProps<{ tasks: OwnTask[]; team: string | null; taskTeams: Named[] }>();
</script>

<template>
  <AppShell title="Tasks" :follows="{ 'task.': ['tasks'], 'checklist.': ['tasks'], 'ticket.': ['tasks'] }">
    <div class="mx-auto w-full max-w-3xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Tasks">
      <h1 class="mb-3">{{ team ? `Tasks for you and ${team}` : 'Tasks' }}</h1>
      <ul>
        <li v-for="one in tasks" :key="one.id" class="row-rule py-3"><TaskCard :task="one" :teams="taskTeams" /></li>
      </ul>
      <p v-if="tasks.length === 0" class="text-ink-2">
        {{ team ? 'Nothing is asked of you or your team.' : 'Nothing is asked of you.' }}
      </p>
    </div>
  </AppShell>
</template>
