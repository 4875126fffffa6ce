<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import TimeAgo from '@/components/TimeAgo.vue';
import type { ElsewhereLine } from '@/lib/shapes';

/** What was written on linked records, each with where it stands and who may read it. */
const props = defineProps<{ notes: ElsewhereLine[] }>();
const FEW = 5;
const all = ref(false);
const shown = computed(() => (all.value ? props.notes : props.notes.slice(0, FEW)));
</script>

<template>
  <div>
    <ul class="text-small">
      <li v-for="one in shown" :key="one.id" class="row-rule py-1.5">
        <p class="text-tiny text-ink-2">
          <Link :href="one.link" class="link inline-block min-h-6">{{ one.ref }}</Link>,
          <strong>{{ one.internal ? 'internal' : 'public' }}</strong>, {{ one.by }}, <TimeAgo :at="one.at" />
        </p>
        <p class="whitespace-pre-line" dir="auto">{{ one.text }}</p>
      </li>
    </ul>
    <button v-if="!all && notes.length > FEW" type="button" class="link min-h-6 text-small" @click="all = true">
      {{ notes.length - FEW }} more
    </button>
  </div>
</template>
