<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'aside', order: 30.5, follows: {} };
</script>

<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import type { ReadersLine } from '@/lib/shapes';
import type { UpdateLine } from '@/lib/types';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** Of those who must know: who has read the last update, and who has not. */
const { room, incident, coordinates, isOpen } = useRoom<RoomProps & { updates: UpdateLine[] }>();
const action = useAction();
const readers = ref<ReadersLine | null>(null);
const all = computed(() => readers.value?.readers ?? []);
const open = computed(() => all.value.filter((one) => one.confirmed === null));
/** So often it is asked again while somebody has not read it. */
const AGAIN = 5000;
let timer: ReturnType<typeof setTimeout> | undefined;
let gone = false;
const look = async (): Promise<void> => {
  clearTimeout(timer);
  const { value } = await ask<{ readers: ReadersLine | null }>(`/incidents/${incident.value.id}/readers`);
  if (value) readers.value = value.readers;
  if (!gone && isOpen.value && open.value.length) timer = setTimeout(() => void look(), AGAIN);
};
onMounted(() => {
  if (coordinates.value) void look();
});
watch(
  () => room.value.updates.length,
  () => {
    // Who must know of it is worked out as it is put on its way.
    if (coordinates.value) timer = setTimeout(() => void look(), AGAIN);
  },
);
onBeforeUnmount(() => {
  gone = true;
  clearTimeout(timer);
});
const remind = (person: string): void =>
  action.send(`/updates/${readers.value?.update ?? 0}/remind`, { person }, () => void look());
</script>

<template>
  <section v-if="all.length" aria-labelledby="must-know" class="text-small">
    <h2 id="must-know" class="mt-4 mb-1">Must know</h2>
    <p>
      <strong>{{ all.length - open.length }} of {{ all.length }}</strong> have read update {{ readers?.number
      }}<template v-if="readers?.others">; {{ readers.others }} others have opened it</template>.
    </p>
    <ul>
      <li v-for="one in open" :key="one.person" class="row-rule py-1">
        <a :href="`/people/${one.person}`" class="link">{{ one.name }}</a><span class="text-ink-2"
          >, {{ one.audience }}:
        </span>
        <template v-if="one.opened">opened <TimeAgo :at="one.opened" /></template
        ><template v-else>has not opened it</template
        ><template v-if="one.reminded">, reminded <TimeAgo :at="one.reminded" /></template>
        <span class="flex flex-wrap gap-x-3">
          <button type="button" class="link min-h-6" @click="remind(one.person)">
            Remind<span class="sr-only"> {{ one.name }}</span>
          </button>
          <a v-if="one.phone" class="link inline-block min-h-6" :href="`tel:${one.phone.replace(/\s/g, '')}`"
            >Ring {{ one.phone }}</a
          >
        </span>
      </li>
    </ul>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </section>
</template>
