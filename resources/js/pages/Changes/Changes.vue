<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed } from 'vue';
import AppShell from '@/components/AppShell.vue';
import CalendarFeeds from '@/components/CalendarFeeds.vue';
import { useCommands } from '@/lib/commands';
import type { BackdropLine, ChangeLine, CollisionLine, FeedLine, HoursLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { millis } from '@/lib/time';
import ChangeCalendar from '@/pages/Changes/ChangeCalendar.vue';
import ChangeRow from '@/pages/Changes/ChangeRow.vue';

/** Changes: what is ahead, under way, and done lately; and what gets into each other's way. */
const props = defineProps<{
  show: string;
  changes: ChangeLine[];
  collisions: CollisionLine[];
  calendar: BackdropLine[];
  hours: HoursLine[];
  feeds: FeedLine[];
  feed: string | null;
}>();
const shared = useShared();
const mayPlan = computed(() => shared.value.me?.may.includes('plan-changes') ?? false);
const shows = [
  { id: 'all', words: 'All' },
  { id: 'planned', words: 'Planned here' },
  { id: 'deployed', words: 'Deployed' },
  { id: 'mine', words: 'Mine' },
];
const groups = computed(() =>
  [
    { words: 'Under way', changes: props.changes.filter((one) => one.state === 'under-way') },
    {
      words: 'Ahead',
      changes: props.changes.filter((one) => ['draft', 'asked', 'approved', 'refused', 'expired'].includes(one.state)),
    },
    {
      words: 'Over, in the last three days',
      changes: props.changes
        .filter((one) => ['done', 'failed', 'backed-out', 'in-review', 'cancelled'].includes(one.state))
        .sort((a, b) => millis(b.ended ?? b.to) - millis(a.ended ?? a.to)),
    },
  ].filter((group) => group.changes.length > 0),
);
useCommands(() =>
  mayPlan.value ? [{ name: 'Plan a change', key: 'p', run: () => router.visit('/changes/new') }] : [],
);
</script>

<template>
  <AppShell
    title="Changes"
    :follows="{
      'change.': ['changes', 'collisions'],
      'change_rules.': ['calendar', 'hours'],
      'quiet.': ['calendar'],
      'incident.': ['calendar'],
    }"
  >
    <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Changes">
      <div class="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1>Changes</h1>
        <nav aria-label="Which changes" class="flex flex-wrap gap-x-3 text-small">
          <Link
            v-for="one in shows"
            :key="one.id"
            :href="one.id === 'all' ? '/changes' : `/changes?show=${one.id}`"
            class="inline-block min-h-6"
            :class="show === one.id ? 'font-semibold underline' : 'link'"
            :aria-current="show === one.id ? 'page' : undefined"
            >{{ one.words }}</Link
          >
        </nav>
        <Link
          v-if="mayPlan"
          href="/changes/new"
          class="ml-auto rounded-edge border-[1.5px] border-ink bg-ink px-2.5 py-1 text-small font-semibold text-on-ink"
          >Plan a change <kbd aria-hidden="true">p</kbd></Link
        >
      </div>
      <section v-if="collisions.length" class="mb-3 border-2 border-call bg-sheet p-3" aria-labelledby="collide">
        <h2 id="collide" class="text-ink!">In each other's way</h2>
        <ul class="text-small">
          <li v-for="one in collisions" :key="`${one.changes.join(' ')} ${one.from} ${one.words}`">{{ one.words }}</li>
        </ul>
      </section>
      <ChangeCalendar
        :changes="changes"
        :collisions="collisions"
        :backdrop="calendar"
        :hours="hours"
        :may-plan="mayPlan"
      />
      <p v-if="changes.length === 0" class="mt-4 border border-line bg-sheet p-4 text-ink-2">
        No change is ahead, and none was made in the last three days. Deployments come in by themselves once a pipeline
        tells of them.
      </p>
      <section v-for="group in groups" :key="group.words" class="mt-5">
        <h2>{{ group.words }}</h2>
        <ul>
          <ChangeRow v-for="one in group.changes" :key="one.id" :change="one" />
        </ul>
      </section>
      <CalendarFeeds
        class="mt-6"
        :feeds="feeds"
        :feed="feed"
        shows="changes that are planned"
        :names="{ changes: 'Changes that are planned' }"
        :offers="[{ words: 'Address for the changes', data: { kind: 'changes' } }]"
      />
    </div>
  </AppShell>
</template>
