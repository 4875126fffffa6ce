<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 30,
  follows: {
    'update.': ['updates', 'draft'],
    'incident.': ['updates', 'draft'],
    'alert.': ['draft'],
    'quiet.': ['draft'],
  },
};
</script>

<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useCommands } from '@/lib/commands';
import { plural } from '@/lib/states';
import type { UpdateLine } from '@/lib/types';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';
import type { UpdateDraft } from '@/pages/Updates/draft';
import ToldFollowers from '@/pages/Updates/ToldFollowers.vue';
import UpdateSheet from '@/pages/Updates/UpdateSheet.vue';

/** What outsiders were told, and what they are told next. */
const { room, incident, isOpen, coordinates } = useRoom<RoomProps & { updates: UpdateLine[]; draft: UpdateDraft }>();
const updates = computed(() => room.value.updates);
const draft = computed(() => room.value.draft);
const writing = ref<'new' | 'unchanged' | null>(null);

useCommands(() =>
  isOpen.value && coordinates.value
    ? [
        { name: 'Review and send the next update', key: 'u', run: () => (writing.value = 'new') },
        ...(draft.value.unchanged === null
          ? []
          : [{ name: 'Say that nothing is new', key: 's', run: () => (writing.value = 'unchanged') }]),
      ]
    : [],
);
onMounted(() => {
  if (window.location.hash === '#say' && isOpen.value && coordinates.value) writing.value = 'new';
});
</script>

<template>
  <section>
    <h2 class="mt-4 mb-1">Next update</h2>
    <template v-if="isOpen">
      <p class="mb-2 text-small text-ink-2">Update {{ draft.number }}, drafted: “{{ draft.text }}”</p>
      <ActButton v-if="coordinates" main shortcut="u" class="w-full" @click="writing = 'new'"
        >Review and send</ActButton
      >
      <ActButton
        v-if="coordinates && draft.unchanged !== null"
        shortcut="s"
        class="mt-2 w-full"
        @click="writing = 'unchanged'"
        >Nothing new</ActButton
      >
    </template>
    <p v-else class="text-small text-ink-2">None: outsiders were told that it is over.</p>
    <details v-if="updates.length" class="mt-2 text-small">
      <summary>{{ plural(updates.length, 'update') }} given</summary>
      <p v-for="update in updates" :key="update.number" class="row-rule py-1.5 text-ink-2">
        <strong class="text-ink">{{ update.number }}, {{ update.stageWords }}</strong
        >, <TimeAgo :at="update.published_at" />.
        <template v-if="update.corrects !== null">Corrects update {{ update.corrects }}. </template>{{ update.text }}
      </p>
    </details>
    <ToldFollowers v-if="coordinates && updates.length" :incident="incident.id" :given="updates.length" />
    <UpdateSheet
      v-if="writing"
      :incident="incident"
      :draft="draft"
      :stages="room.choices.stages"
      :unchanged="writing === 'unchanged'"
      :given="updates"
      @close="writing = null"
    />
  </section>
</template>
