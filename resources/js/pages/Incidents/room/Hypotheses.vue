<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'known',
  order: 20,
  follows: {
    'hypothesis.': ['hypotheses', 'soFar', 'nextSteps', 'journal'],
    'alert.': ['healthy'],
    'signals.': ['healthy'],
  },
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import HypothesisRow from '@/pages/Incidents/HypothesisRow.vue';
import NewHypothesis from '@/pages/Incidents/NewHypothesis.vue';
import type { FindingProps } from '@/pages/Incidents/finding';
import { useRoom } from '@/pages/Incidents/roomState';

/** What may be the cause: open, ruled out, confirmed; what is likely and what is well stand beside, so that nobody looks twice. */
const { room, incident, isOpen } = useRoom<FindingProps>();
const shared = useShared();
const action = useAction();
const adding = ref(false);
const mayWork = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
const ranks = { confirmed: 0, open: 1, 'ruled-out': 2 };
const rows = computed(() => [...room.value.hypotheses].sort((a, b) => ranks[a.state] - ranks[b.state] || a.id - b.id));
/** Likely causes that nobody has put down yet. */
const suggested = computed(() =>
  mayWork.value ? room.value.causes.filter((cause) => !room.value.hypotheses.some((one) => one.item === cause.id)) : [],
);
const suggest = (cause: { id: string; name: string; words: string }): void =>
  action.send(`/incidents/${incident.value.id}/hypotheses`, { text: cause.name, check: '', item: cause.id });
useCommands(() =>
  mayWork.value ? [{ name: 'Put down what may be the cause', key: 'h', run: () => (adding.value = true) }] : [],
);
</script>

<template>
  <section v-if="rows.length || mayWork" class="mb-3" aria-labelledby="hypotheses">
    <h2 id="hypotheses">What may be the cause</h2>
    <ul class="text-small">
      <HypothesisRow v-for="one in rows" :key="one.id" :one="one" :may-work="mayWork" />
    </ul>
    <p v-if="rows.length === 0" class="text-small text-ink-2">Nobody has put anything down yet.</p>
    <p v-if="suggested.length" class="mt-1 text-small text-ink-2">
      Likely:
      <template v-for="(cause, i) in suggested" :key="cause.id"
        >{{ i ? ', ' : '' }}{{ cause.name }}
        <button type="button" class="link min-h-6" @click="suggest(cause)">
          Put it down<span class="sr-only">: {{ cause.name }}</span>
        </button></template
      >
    </p>
    <p v-if="isOpen && room.healthy?.length" class="mt-1 text-small text-ink-2">
      Underneath, watched and well:
      <template v-for="(one, i) in room.healthy" :key="one.id"
        >{{ i ? ', ' : ''
        }}<Link :href="`/estate/${encodeURIComponent(one.id)}`" class="link">{{ one.name }}</Link></template
      >.
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <NewHypothesis v-if="adding" class="mt-1" @close="adding = false" />
    <button v-else-if="mayWork" type="button" class="link min-h-6 text-small" @click="adding = true">
      Something else… <kbd aria-hidden="true">h</kbd>
    </button>
  </section>
</template>
