<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'aside', order: 26, follows: {} };
</script>

<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import { useShared } from '@/lib/shared';
import type { ElsewhereLine } from '@/lib/shapes';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';
import NotesElsewhere from '@/pages/Tickets/NotesElsewhere.vue';

/** What was said on the tickets and tasks of the incident: read when somebody asks for it. */
const { room } = useRoom<RoomProps & { elsewhere?: ElsewhereLine[] }>();
const shared = useShared();
const mayRead = computed(() => shared.value.me?.may.includes('read-tickets') ?? false);
const asking = ref(false);
const ask = (): void =>
  router.reload({
    only: ['elsewhere'],
    onStart: () => (asking.value = true),
    onFinish: () => (asking.value = false),
  });
</script>

<template>
  <section v-if="mayRead" aria-labelledby="said-on-tickets">
    <h2 id="said-on-tickets" class="mt-4 mb-1">Said on its tickets</h2>
    <NotesElsewhere v-if="room.elsewhere?.length" :notes="room.elsewhere" />
    <p v-else-if="room.elsewhere" class="text-small text-ink-2">Nothing yet.</p>
    <button type="button" class="link min-h-6 text-small" :disabled="asking" @click="ask">
      {{ room.elsewhere ? 'Look again' : 'Show it' }}
    </button>
  </section>
</template>
