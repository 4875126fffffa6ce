<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'aside', order: 32, follows: {} };
</script>

<script setup lang="ts">
import { onMounted, ref } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { useRoom } from '@/pages/Incidents/roomState';

/** Whoever is signed in hears of this incident by mail, with one key. */
const { incident } = useRoom();
interface Answered {
  follows: boolean;
  reads: string;
  versions: { version: string; words: string }[];
}
const follows = ref<boolean | null>(null);
const reads = ref('staff');
const versions = ref<Answered['versions']>([]);
const trouble = ref('');
const tell = async (data?: { follow: boolean; reads?: string }): Promise<void> => {
  const { value, error } = await ask<Answered>(`/incidents/${incident.value.id}/follow`, data);
  if (value) [follows.value, reads.value, versions.value] = [value.follows, value.reads, value.versions];
  trouble.value = data ? (error?.message ?? '') : '';
};
const turn = (): void => void tell({ follow: follows.value !== true });
onMounted(() => void tell());
useCommands(() =>
  follows.value === null
    ? []
    : [{ name: follows.value ? 'Follow this no more' : 'Follow this by mail', key: 'f', run: turn }],
);
</script>

<template>
  <p v-if="follows !== null" class="mt-3 text-small">
    <span role="status">{{ follows ? 'You are mailed each update.' : '' }}</span>
    <button type="button" class="link min-h-6" @click="turn">
      {{ follows ? 'Follow it no more' : 'Follow it by mail' }}
    </button>
    <kbd aria-hidden="true">f</kbd>
    <label v-if="follows" class="flex flex-wrap items-center gap-x-2"
      >In the words for
      <select
        :value="reads"
        class="field w-auto! py-0!"
        @change="tell({ follow: true, reads: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="one in versions" :key="one.version" :value="one.version">{{ one.words.toLowerCase() }}</option>
      </select></label
    >
    <TroubleNote :text="trouble" />
  </p>
</template>
