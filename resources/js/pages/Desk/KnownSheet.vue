<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import type { KnownLine } from '@/lib/shapes';
import { useRoom } from '@/pages/Incidents/roomState';

/** One search over past incidents, tickets, updates and the estate, beside the room; what belongs to it is linked from here. */
const emit = defineEmits<{ close: [] }>();
const { incident, isOpen, coordinates } = useRoom();
interface Found {
  known: KnownLine[];
  estate: { what: string; name: string; more: string; link: string }[];
}
const action = useAction();
const text = ref(incident.value.title);
const found = ref<Found | null>(null);
const trouble = ref<string | undefined>();
const kinds = [
  { kind: 'incident', words: 'Incidents' },
  { kind: 'ticket', words: 'Tickets' },
  { kind: 'update', words: 'Updates' },
];
const groups = computed(() =>
  kinds
    .map((one) => ({
      ...one,
      lines: (found.value?.known ?? []).filter(
        (line) => line.kind === one.kind && !(line.kind === 'incident' && line.id === incident.value.id),
      ),
    }))
    .filter((group) => group.lines.length > 0),
);
const look = async (): Promise<void> => {
  const asked = text.value;
  const answer = await ask<Found>(`/known?q=${encodeURIComponent(asked)}`);
  // What comes for an older text is of no use any more.
  if (asked !== text.value) return;
  trouble.value = answer.error?.message;
  found.value = answer.value ?? found.value;
};
const soon = useDebounceFn(look, 200);
onMounted(look);
const link = (line: KnownLine): void =>
  action.send(`/reports/${line.id}/link`, { incident: incident.value.id }, () => void look());
</script>

<template>
  <SideSheet open title="What do we know about this?" leave="Close" @close="emit('close')">
    <label class="font-semibold"
      >Words
      <input v-model="text" class="field font-normal" maxlength="200" type="search" data-first @input="soon()" />
      <span class="text-tiny font-normal text-ink-2"
        >Past incidents, tickets, updates and the estate. What holds all the words comes first.</span
      >
    </label>
    <TroubleNote :text="trouble ?? Object.values(action.errors.value)[0]" class="mt-2" />
    <section v-for="group in groups" :key="group.kind" class="mt-4" :aria-label="group.words">
      <h3>{{ group.words }}</h3>
      <ul class="text-small">
        <li v-for="line in group.lines" :key="`${line.kind}-${line.id}`" class="row-rule py-1.5">
          <Link :href="line.link" class="link font-semibold">{{ line.title }}</Link>
          <span class="text-ink-3"> {{ line.ref }}, <TimeAgo :at="line.at" /></span>
          <p v-if="line.more" class="text-ink-2">{{ line.more }}</p>
          <ActButton v-if="line.loose && isOpen && coordinates" class="mt-1" @click="link(line)"
            >Link it to {{ incident.ref }}</ActButton
          >
        </li>
      </ul>
    </section>
    <section v-if="found?.estate.length" class="mt-4" aria-label="Estate">
      <h3>Estate</h3>
      <ul class="text-small">
        <li v-for="line in found.estate" :key="line.link" class="row-rule py-1">
          <Link :href="line.link" class="link">{{ line.name }}</Link> <span class="text-ink-3">{{ line.more }}</span>
        </li>
      </ul>
    </section>
    <p v-if="found && groups.length === 0 && found.estate.length === 0" class="mt-4 text-ink-2" role="status">
      Nothing holds these words.
    </p>
  </SideSheet>
</template>
