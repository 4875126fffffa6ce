<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'alarm',
  order: 10,
  follows: {
    'call.': ['calls'],
    'page.': ['calls'],
  },
};
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRoom } from '@/pages/Incidents/roomState';
import type { CallLine } from '@/pages/Paging/calls';
import CallSheet from '@/pages/Paging/CallSheet.vue';

/** Calls from which nobody comes: somebody has to decide what then. */
const { room, incident, coordinates } = useRoom<{ calls: CallLine[] }>();
const unanswered = computed(() => room.value.calls.filter((one) => one.unanswered));
const calling = ref(false);
</script>

<template>
  <div>
    <p
      v-for="call in unanswered"
      :key="call.id"
      class="mb-3 border border-line border-l-[5px] border-l-call bg-sheet p-2"
    >
      <strong class="text-call">{{ call.ended }}.</strong> Nobody is coming from this call.
      <button v-if="coordinates" type="button" class="link" @click="calling = true">Call somebody else</button>
    </p>
    <CallSheet v-if="calling" :incident="incident" @close="calling = false" />
  </div>
</template>
