<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { LessonLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { fieldNames, valueWords } from '@/pages/Tickets/tickets';

/** What the suggestions have learned from the desk, correction by correction. */
const props = defineProps<{ lessons: LessonLine[]; linking: { on: boolean; version: number } }>();
const shared = useShared();
const mayWork = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const administers = computed(() => shared.value.me?.administers ?? false);
const action = useAction();
const flip = (): void => action.send('/lessons/linking', { on: !props.linking.on, version: props.linking.version });
const called = (field: string, value: string): string => valueWords(field, { value, name: value });
</script>

<template>
  <AppShell
    title="What suggestions have learned"
    :follows="{ 'ticket.': ['lessons'], 'lesson.': ['lessons'], 'linking.': ['linking'] }"
  >
    <div class="mx-auto w-full max-w-4xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Lessons">
      <h1 class="mb-1">What suggestions have learned</h1>
      <p class="mb-4 text-ink-2">
        What a ticket is about is suggested from tickets that were closed, and from what was set on these. Undo what was
        a mistake: nothing is learned from it any more, and the ticket stays as it is.
      </p>
      <p class="mb-4 flex flex-wrap items-center gap-3">
        <span
          >{{
            linking.on
              ? 'New reports that belong to an open incident beyond doubt are linked by themselves, and their reporters answered.'
              : 'No report is linked by itself.'
          }}
          Of 100 such links 99 are right; reporters may say that theirs is something else.</span
        >
        <ActButton v-if="administers" :busy="action.busy.value" @click="flip">{{
          linking.on ? 'Switch it off' : 'Switch it on'
        }}</ActButton>
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <ul>
        <li v-for="one in lessons" :key="one.id" class="row-rule flex items-start justify-between gap-4 py-2">
          <span :class="one.undone ? 'text-ink-3' : ''">
            {{ fieldNames[one.field] ?? one.field }}: <strong>{{ called(one.field, one.value) }}</strong>
            <template v-if="one.suggested && one.suggested !== one.value">
              instead of {{ called(one.field, one.suggested) }}</template
            >
            <template v-else-if="one.suggested">, as suggested</template>
            <span class="block text-small text-ink-2"
              ><Link :href="`/tickets/${one.ticket}`" class="link">{{ one.ref }}</Link> “{{ one.what }}”, {{ one.by }},
              <TimeAgo :at="one.at" /></span
          ></span>
          <span v-if="one.undone" class="shrink-0 text-small text-ink-2">Undone</span>
          <ActButton
            v-else-if="mayWork"
            class="shrink-0"
            :busy="action.busy.value"
            :aria-label="`Undo what was learned from ${one.ref}: ${called(one.field, one.value)}`"
            @click="action.send(`/lessons/${one.id}/undo`, {})"
            >Undo</ActButton
          >
        </li>
      </ul>
      <p v-if="lessons.length === 0" class="text-ink-2">
        Nothing yet. Set the service, the item or how much it presses on a
        <Link href="/tickets" class="link">ticket</Link>.
      </p>
    </div>
  </AppShell>
</template>
