<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import TimeAgo from '@/components/TimeAgo.vue';
import type { LatestChange } from '@/lib/shapes';

/** What is being changed on an item, or was lately: beside its state, as that may be why it is as it is. */
defineProps<{ change: LatestChange }>();
</script>

<template>
  <p class="text-small" :class="change.isWrong ? 'font-semibold text-call' : ''">
    {{ change.isOn ? 'Being changed:' : 'Changed lately:' }}
    <Link :href="`/changes/${change.id}`" class="link inline-block min-h-6">{{ change.ref }} {{ change.title }}</Link
    >, {{ change.words }}, <template v-if="change.isOn">since </template><TimeAgo :at="change.at" />
  </p>
</template>
