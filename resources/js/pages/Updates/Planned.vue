<script setup lang="ts">
import { computed, ref } from 'vue';
import AnnounceForm from '@/pages/Updates/AnnounceForm.vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { PlannedLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { clockSpan } from '@/lib/time';

/** Planned work: of what people are told, and what is ahead of which nobody was. */
defineProps<{
  ahead: { id: number; from: string; to: string; reason: string; author: string | null }[];
  planned: (PlannedLine & { told: number })[];
}>();
const shared = useShared();
const action = useAction();
const may = computed(() => shared.value.me?.may.includes('tell-outsiders') ?? false);
const announcing = ref<number | null>(Number(/^#quiet-(\d+)$/.exec(window.location.hash)?.[1] ?? 0) || null);
const stageWords: Record<PlannedLine['stage'], string> = {
  announced: 'announced',
  soon: 'begins soon, told again',
  moved: 'moved or changed, told anew',
  withdrawn: 'withdrawn',
  overrun: 'took longer than planned',
  over: 'done',
};
const isAhead = (one: PlannedLine): boolean => ['announced', 'soon', 'moved'].includes(one.stage);
const withdraw = (one: PlannedLine): void => action.send(`/planned/${one.id}/withdraw`, {});
</script>

<template>
  <AppShell title="Planned work" :follows="{ 'planned.': ['planned', 'ahead'], 'quiet.': ['ahead'] }">
    <div class="min-h-0 max-w-3xl overflow-y-auto p-4">
      <h1>Planned work</h1>
      <p class="mb-3 text-small text-ink-2">
        Whoever it affects, by the trace, is told when it is announced, two hours before it begins, and how it ended; it
        stands on the <a href="/status" class="link">status page</a> and in
        <a href="/status/planned.ics" class="link">a calendar</a>. Work that takes longer becomes an incident by itself.
        The work itself is a <a href="/quiet" class="link">quiet time</a>.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <h2>Not announced yet</h2>
      <p v-if="ahead.length === 0" class="text-small text-ink-2">No quiet time is ahead of which nobody was told.</p>
      <ul>
        <li v-for="one in ahead" :id="`quiet-${one.id}`" :key="one.id" class="row-rule py-2">
          <p class="flex flex-wrap items-baseline gap-x-3">
            <strong>{{ one.reason }}</strong>
            <span class="text-small text-ink-2">{{ clockSpan(one.from, one.to) }}, {{ one.author }}</span>
            <ActButton v-if="may && announcing !== one.id" class="ml-auto" @click="announcing = one.id"
              >Announce…<span class="sr-only"> {{ one.reason }}</span></ActButton
            >
          </p>
          <AnnounceForm v-if="may && announcing === one.id" :quiet="one.id" @close="announcing = null" />
        </li>
      </ul>
      <h2 class="mt-6">Announced</h2>
      <p v-if="planned.length === 0" class="text-small text-ink-2">Nothing now, and nothing in the last week.</p>
      <ul>
        <li v-for="one in planned" :key="one.id" class="row-rule py-2">
          <p class="flex flex-wrap items-baseline gap-x-3">
            <strong>{{ one.services.map((each) => each.name).join(', ') }}</strong>
            <span class="text-small">{{ clockSpan(one.from, one.to) }}: {{ stageWords[one.stage] }}</span>
            <a v-if="one.incident" :href="`/incidents/${one.incident}`" class="link text-small">its incident</a>
            <button
              v-if="may && isAhead(one)"
              type="button"
              class="link ml-auto min-h-6 text-small"
              @click="withdraw(one)"
            >
              Withdraw it<span class="sr-only">: {{ one.services.map((each) => each.name).join(', ') }}</span>
            </button>
          </p>
          <p v-if="one.held && isAhead(one)" class="text-small font-semibold text-call">
            Its change was planned anew and waits for approval: they are told of the new time once it is approved, or
            that it does not take place.
          </p>
          <p class="text-small text-ink-2">“{{ one.text }}” Told to {{ plural(one.told, 'follower') }}.</p>
        </li>
      </ul>
    </div>
  </AppShell>
</template>
