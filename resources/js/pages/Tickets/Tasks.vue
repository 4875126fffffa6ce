<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { TaskLine } from '@/lib/shapes';

/** What one's own team is asked to do about tickets, and no more of the tickets than that needs. */
defineProps<{
  tasks: (TaskLine & { ref: string; service: string; place: string | null; made_at: string })[];
  team: string | null;
}>();
const action = useAction();
</script>

<template>
  <AppShell title="Tasks" :follows="{ 'task.': ['tasks'], 'checklist.': ['tasks'], 'ticket.': ['tasks'] }">
    <div class="mx-auto w-full max-w-3xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Tasks">
      <h1 class="mb-3">{{ team ? `Tasks for ${team}` : 'Tasks' }}</h1>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <ul>
        <li v-for="one in tasks" :key="one.id" class="row-rule py-3">
          <p class="font-semibold">{{ one.text }}</p>
          <p class="text-small text-ink-2">
            {{ one.ref }}, {{ one.service }}{{ one.place ? `, ${one.place}` : '' }}, <TimeAgo :at="one.made_at" />{{
              one.must ? '. The ticket waits for it.' : ''
            }}
          </p>
          <div class="mt-2 flex flex-wrap items-start gap-4">
            <ActButton
              main
              class="px-4! py-2!"
              :busy="action.busy.value"
              :aria-label="`Done: ${one.text}`"
              @click="action.send(`/tasks/${one.id}/settle`, { state: 'done' })"
              >Done</ActButton
            >
            <WhyForm
              words="Cannot be done…"
              :about="one.text"
              question="Why not"
              button="Say so"
              :url="`/tasks/${one.id}/settle`"
              :data="{ state: 'skipped' }"
            />
          </div>
        </li>
      </ul>
      <p v-if="tasks.length === 0" class="text-ink-2">
        {{ team ? 'Nothing is asked of your team.' : 'You are in no team: nothing is asked of you.' }}
      </p>
    </div>
  </AppShell>
</template>
