<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 20,
  follows: {
    'room.': ['people'],
    'incident.coordinator': ['people'],
  },
};
</script>

<script setup lang="ts">
import { computed } from 'vue';
import { useRoom } from '@/pages/Incidents/roomState';

/** Who has the room open, and who had. */
const { room } = useRoom();
const people = computed(() => room.value.people);
const present = computed(() => people.value.filter((one) => one.here));
</script>

<template>
  <section>
    <h2 class="mt-4 mb-1 flex justify-between">
      <span>Here</span><span>{{ present.length }}</span>
    </h2>
    <ul class="text-small">
      <li v-for="person in present" :key="person.id" class="py-0.5">
        <strong>{{ person.name }}</strong>
        <span class="text-ink-2">{{ person.coordinates ? 'coordinates' : person.team }}</span>
      </li>
    </ul>
    <p v-if="people.length > present.length" class="mt-1 text-small text-ink-2">
      Not here now:
      {{
        people
          .filter((one) => !one.here)
          .map((one) => (one.coordinates ? `${one.name} (coordinates)` : one.name))
          .join(', ')
      }}
    </p>
  </section>
</template>
