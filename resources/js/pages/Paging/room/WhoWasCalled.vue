<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 10,
  follows: {
    'call.': ['calls'],
    'page.': ['calls'],
    'policy.': ['calls'],
    'incident.': ['calls'],
  },
};
</script>

<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import { useCommands } from '@/lib/commands';
import { plural } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';
import type { CallLine } from '@/pages/Paging/calls';
import CallList from '@/pages/Paging/CallList.vue';
import CallSheet from '@/pages/Paging/CallSheet.vue';

/** Who was called, and what they answered. */
const { room, incident, isOpen, coordinates } = useRoom<{ calls: CallLine[] }>();
const calls = computed(() => room.value.calls);
const calling = ref(false);

useCommands(() =>
  isOpen.value && coordinates.value ? [{ name: 'Call more people', key: 'p', run: () => (calling.value = true) }] : [],
);
onMounted(() => {
  if (window.location.hash === '#call' && isOpen.value && coordinates.value) calling.value = true;
});
</script>

<template>
  <section>
    <h2 class="mb-1 flex justify-between">
      <span>Called</span
      ><span>{{
        plural(
          calls.reduce((sum, call) => sum + call.pages.length, 0),
          'page',
        )
      }}</span>
    </h2>
    <CallList :calls="calls" :incident="incident.id" :may-stop="isOpen && coordinates" />
    <ActButton v-if="isOpen && coordinates" shortcut="p" class="mt-1" @click="calling = true">Call people…</ActButton>
    <CallSheet v-if="calling" :incident="incident" @close="calling = false" />
  </section>
</template>
