<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'known',
  order: 22,
  follows: {
    'change.': ['changed', 'journal', 'said', 'reach'],
    'alert.': ['changed'],
    'signals.': ['changed'],
    'item.': ['recordChanged'],
    'dependency.': ['recordChanged'],
  },
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import { useShared } from '@/lib/shared';
import type { ChangedLine } from '@/lib/shapes';
import { plural } from '@/lib/states';
import { clockTime } from '@/lib/time';
import type { JournalLine } from '@/lib/types';
import ChangedRow from '@/pages/Changes/ChangedRow.vue';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** What changed on what is hit and beneath it: the likeliest first, then what is nearest to the first alert. */
interface ChangedProps extends RoomProps {
  changed?: ChangedLine[];
  /** What was changed in the record of the estate. */
  recordChanged?: JournalLine[];
}
const SHOWN = 4;
const { room, incident, isOpen } = useRoom<ChangedProps>();
const shared = useShared();
const all = ref(false);
const mayWork = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
const mayCall = computed(() => isOpen.value && (shared.value.me?.may.includes('call-people') ?? false));
const mayPlan = computed(() => isOpen.value && (shared.value.me?.may.includes('plan-changes') ?? false));
const lines = computed(() => room.value.changed ?? []);
/** With the likeliest cause filled in. */
const mending = computed(() => {
  const cause = room.value.causes[0];
  return `/changes/new?incident=${incident.value.id}${cause ? `&items=${encodeURIComponent(cause.id)}` : ''}`;
});
const shown = computed(() => (all.value ? lines.value : lines.value.slice(0, SHOWN)));
</script>

<template>
  <section v-if="room.changed" class="mb-3" aria-labelledby="what-changed">
    <h2 id="what-changed">What changed</h2>
    <p v-if="lines.length === 0" class="text-small text-ink-2">
      Nothing that is known of, on what is hit or beneath it, in the three days before.
    </p>
    <ul class="text-small">
      <ChangedRow
        v-for="one in shown"
        :key="one.change.id"
        :one="one"
        :incident="incident"
        :may-work="mayWork"
        :may-call="mayCall"
        :may-plan="mayPlan"
      />
    </ul>
    <template v-if="room.recordChanged?.length">
      <h3 class="mt-1 text-small! font-semibold!">In the record of the estate</h3>
      <ul class="text-small text-ink-2">
        <li v-for="one in room.recordChanged" :key="one.seq">
          {{ clockTime(one.at) }} {{ one.lead }}<template v-if="one.rest">: {{ one.rest }}</template
          ><template v-if="one.by">; {{ one.by }}</template>
        </li>
      </ul>
    </template>
    <p v-if="mayPlan" class="text-small">
      <Link :href="mending" class="link inline-block min-h-6">Plan a change that mends it</Link>
    </p>
    <button v-if="lines.length > SHOWN" type="button" class="link min-h-6 text-small" @click="all = !all">
      {{ all ? 'Show fewer' : `Show ${plural(lines.length - SHOWN, 'more', 'more')}` }}
    </button>
  </section>
</template>
