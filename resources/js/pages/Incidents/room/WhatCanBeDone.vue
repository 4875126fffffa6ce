<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'known',
  order: 30,
  follows: { 'option.': ['options', 'journal'], 'incident.decision': ['options', 'soFar'] },
};
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import { clockTime } from '@/lib/time';
import NewOption from '@/pages/Incidents/NewOption.vue';
import OptionRow from '@/pages/Incidents/OptionRow.vue';
import type { FindingProps } from '@/pages/Incidents/finding';
import { useRoom } from '@/pages/Incidents/roomState';

/** What can be done, with what each takes and takes down, and what was decided for. */
const { room, incident, isOpen } = useRoom<FindingProps>();
const shared = useShared();
const adding = ref(false);
const mayWork = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
useCommands(() => (mayWork.value ? [{ name: 'Put down what can be done', run: () => (adding.value = true) }] : []));
</script>

<template>
  <section v-if="room.options.length || mayWork" class="mb-3" aria-labelledby="options">
    <h2 id="options">What can be done</h2>
    <p v-if="room.options.length" class="text-small text-ink-2">
      Last known to be good: before {{ clockTime(incident.started_at) }}.
    </p>
    <ul class="text-small">
      <OptionRow v-for="one in room.options" :key="one.id" :one="one" :may-work="mayWork" />
    </ul>
    <NewOption v-if="adding" class="mt-1" @close="adding = false" />
    <button v-else-if="mayWork" type="button" class="link min-h-6 text-small" @click="adding = true">
      {{ room.options.length ? 'Another option…' : 'Put down an option…' }}
    </button>
  </section>
</template>
