<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 12,
  follows: {
    'talk.': ['talk', 'journal'],
    'bridge.': ['talk', 'journal'],
    'major.': ['talk'],
    // What somebody made of a message.
    'incident.note$': ['talk'],
    'incident.decision': ['talk'],
    'hypothesis.added': ['talk'],
    'task.added': ['talk'],
  },
};
</script>

<script setup lang="ts">
import { computed } from 'vue';
import { useCommands } from '@/lib/commands';
import type { RoomTalk } from '@/lib/shapes';
import type { Named } from '@/lib/types';
import { useAction } from '@/lib/action';
import TroubleNote from '@/components/TroubleNote.vue';
import BridgeLines from '@/pages/Paging/BridgeLines.vue';
import TalkLines from '@/pages/Paging/TalkLines.vue';
import { useRoom } from '@/pages/Incidents/roomState';

/** Where people talk about the incident: the phone bridge with who is on it, and the conversation with what was said. */
const { room, incident, isOpen, coordinates } = useRoom<{ talk?: RoomTalk; taskTeams: Named[] }>();
const action = useAction();
const talk = computed(() => room.value.talk);
const mayOpen = computed(() => isOpen.value && coordinates.value);
const open = (what: 'conversation' | 'bridge'): void =>
  action.send(`/incidents/${incident.value.id}/talk/open`, { what });
const lacksTalk = computed(() => talk.value?.possible.conversation === true && talk.value.conversation === null);
const lacksBridge = computed(() => talk.value?.possible.bridge === true && talk.value.bridge === null);
useCommands(() => [
  ...(mayOpen.value && lacksTalk.value ? [{ name: 'Open a conversation', run: () => open('conversation') }] : []),
  ...(mayOpen.value && lacksBridge.value ? [{ name: 'Open a phone bridge', run: () => open('bridge') }] : []),
]);
</script>

<template>
  <section
    v-if="talk && (talk.bridge || talk.conversation || talk.messages.length || (mayOpen && (lacksTalk || lacksBridge)))"
    aria-labelledby="talked-about"
  >
    <h2 id="talked-about" class="mt-4 mb-1">Talking about it</h2>
    <BridgeLines v-if="talk.bridge" :bridge="talk.bridge" />
    <TalkLines :talk="talk" :teams="room.taskTeams" />
    <p v-if="mayOpen" class="flex flex-wrap gap-x-4 text-small">
      <button v-if="lacksTalk" type="button" class="link min-h-6" @click="open('conversation')">
        Open a conversation
      </button>
      <button v-if="lacksBridge" type="button" class="link min-h-6" @click="open('bridge')">Open a phone bridge</button>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </section>
</template>
