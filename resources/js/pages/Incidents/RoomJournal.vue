<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import StoryList from '@/components/StoryList.vue';
import { useCommands } from '@/lib/commands';
import { chosen, journalKinds, type JournalKind } from '@/lib/journalKinds';
import NoteForm from '@/pages/Incidents/NoteForm.vue';
import { plural } from '@/lib/states';
import { useAllOf } from '@/pages/Incidents/allOf';
import { useRoom } from '@/pages/Incidents/roomState';

/** What was done, in order, and what somebody adds. */
const emit = defineEmits<{ moment: [at: number] }>();
const { room, incident } = useRoom();
const kind = ref<JournalKind>('all');
const by = ref('');
const note = ref<InstanceType<typeof NoteForm> | null>(null);
const story = ref<HTMLElement | null>(null);
const told = ref<HTMLElement | null>(null);
const entries = computed(() => chosen(room.value.journal.lines, kind.value, by.value));
/** Of a long story its end comes first; who looks for something in it looks in all of it. */
const earlier = computed(() => room.value.journal.earlier);
const whole = useAllOf('journal');
watch([kind, by], () => earlier.value > 0 && whole.ask());
const people = computed(() =>
  [...new Set(room.value.journal.lines.map((entry) => entry.by).filter((name) => name !== null))].sort(),
);
/** Who reads the end of the journal goes on reading its end; who has scrolled back stays where they are. */
let followsEnd = true;
const scrolled = (): void => {
  const box = story.value;
  if (box) followsEnd = box.scrollHeight - box.scrollTop - box.clientHeight < 40;
};
const toEnd = (): void => {
  if (followsEnd) story.value?.scrollTo({ top: story.value.scrollHeight });
};
watch(entries, () => void nextTick(toEnd));
onMounted(() => void nextTick(toEnd));
// What stands above it grows, and letters arrive late: its end is to be seen all the same.
useResizeObserver([story, told], toEnd);
useCommands(() => [{ name: 'Write down what happened', key: 'n', run: () => note.value?.focus() }]);
</script>

<template>
  <section class="flex min-h-0 flex-col border-line max-lg:border-t lg:border-x" aria-label="Journal">
    <div class="flex flex-wrap items-baseline justify-between gap-2 px-4 pt-3">
      <h2>Journal</h2>
      <div class="flex flex-wrap gap-2 text-tiny">
        <label
          ><span class="sr-only">Show only</span>
          <select v-model="kind" class="field w-auto! py-0!">
            <option v-for="one in journalKinds" :key="one.kind" :value="one.kind">{{ one.words }}</option>
          </select></label
        >
        <label
          ><span class="sr-only">By whom</span>
          <select v-model="by" class="field w-auto! py-0!" @focus="earlier > 0 && whole.ask()">
            <option value="">by anybody</option>
            <option v-for="name in people" :key="name" :value="name">by {{ name }}</option>
          </select></label
        >
      </div>
    </div>
    <div
      ref="story"
      class="min-h-40 flex-1 overflow-y-auto px-2 py-2"
      tabindex="0"
      role="region"
      aria-label="Journal entries"
      @scroll.passive="scrolled"
    >
      <p v-if="earlier > 0" class="px-2 pb-1 text-small">
        <button type="button" class="link min-h-6" :disabled="whole.isUnderWay.value" @click="whole.ask">
          {{ whole.isUnderWay.value ? 'Loading' : 'Show' }} {{ plural(earlier, 'earlier entry', 'earlier entries') }}
        </button>
      </p>
      <div ref="told"><StoryList :entries="entries" moments @moment="(at) => emit('moment', at)" /></div>
    </div>
    <NoteForm ref="note" :incident="incident.id" class="m-3 mt-1" />
  </section>
</template>
