<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 38,
  follows: { 'report.': ['probably'], 'ticket.': ['probably'], 'incident.': ['probably'] },
};
</script>

<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import LongText from '@/components/LongText.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { ProbableLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';

/** Tickets that probably belong here, with the reasons: looked through, and linked together. */
const { room, incident } = useRoom<{ probably?: ProbableLine[] }>();
const shared = useShared();
const action = useAction();
const mayLink = computed(() => shared.value.me?.may.includes('work-tickets') ?? false);
const lines = computed(() => room.value.probably ?? []);
/** What somebody took out of the choice stays out, whatever comes in. */
const left = ref(new Set<number>());
const chosen = computed(() => lines.value.filter((one) => !left.value.has(one.id)));
watch(incident, (now, before) => {
  if (now.id !== before.id) left.value = new Set();
});
const toggle = (id: number): void => {
  if (!left.value.delete(id)) left.value.add(id);
};
const link = (): void =>
  action.send('/tickets/link', { tickets: chosen.value.map((one) => one.id), incident: incident.value.id });
</script>

<template>
  <section v-if="lines.length" aria-labelledby="probably-here">
    <h2 id="probably-here" class="mt-4 mb-1">Probably belongs here</h2>
    <ul class="text-small">
      <li v-for="one in lines" :key="one.id" class="row-rule flex items-start gap-2 py-1">
        <input
          v-if="mayLink"
          type="checkbox"
          class="mt-0.5 size-5 shrink-0 accent-[var(--ink)]"
          :checked="!left.has(one.id)"
          :aria-label="`Link ${one.ref}: ${one.what}`"
          @change="toggle(one.id)"
        />
        <div class="min-w-0">
          <LongText :text="`“${one.what}”`" />
          <span class="text-ink-3"
            >{{ one.ref }}{{ one.place ? `, ${one.place}` : '' }}{{ one.of ? `; rather ${one.of}` : '' }}</span
          >
          <span v-if="one.because.length" class="block text-tiny text-ink-2">{{ one.because.join(' ') }}</span>
        </div>
      </li>
    </ul>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <ActButton v-if="mayLink && chosen.length" class="mt-1" :busy="action.busy.value" @click="link"
      >Link {{ plural(chosen.length, 'report') }}</ActButton
    >
  </section>
</template>
