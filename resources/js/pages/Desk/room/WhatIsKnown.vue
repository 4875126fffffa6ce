<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'known', order: 15, follows: { 'hypothesis.': ['seenBefore'] } };
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref } from 'vue';
import { useCommands } from '@/lib/commands';
import type { SeenLine } from '@/lib/shapes';
import { lasting } from '@/lib/time';
import KnownSheet from '@/pages/Desk/KnownSheet.vue';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** What was like this before: what it was, what helped, how long it took; and one search over all that is known. */
const { room } = useRoom<RoomProps & { seenBefore?: SeenLine[] }>();
const searching = ref(false);
useCommands(() => [{ name: 'What do we know about this?', key: 'k', run: () => (searching.value = true) }]);
</script>

<template>
  <section class="mb-3" aria-labelledby="seen-before">
    <h2 id="seen-before" class="flex justify-between">
      <span>Seen before</span>
      <button type="button" class="link text-small font-normal" @click="searching = true">
        Search <kbd aria-hidden="true">k</kbd>
      </button>
    </h2>
    <ul v-if="room.seenBefore?.length" class="text-small">
      <li v-for="one in room.seenBefore" :key="one.id" class="row-rule py-1.5">
        <p class="flex items-baseline justify-between gap-2">
          <Link :href="`/incidents/${one.id}`" class="link font-semibold">{{ one.title }}</Link>
          <span class="shrink-0 text-ink-2">{{ lasting(one.seconds * 1000) }}</span>
        </p>
        <p class="text-ink-2">
          <template v-if="one.was">It was: {{ one.was }}. </template
          ><template v-if="one.helped">{{ one.helped }}</template>
          <span class="text-ink-3"> {{ one.ref }}, by “{{ one.words.slice(0, 4).join('”, “') }}”</span>
        </p>
      </li>
    </ul>
    <p v-else class="text-small text-ink-2">
      {{ room.seenBefore ? 'Nothing of the past is like this.' : 'Looking at the past …' }}
    </p>
    <KnownSheet v-if="searching" @close="searching = false" />
  </section>
</template>
