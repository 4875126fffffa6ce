<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import { useShared } from '@/lib/shared';

/** Leads from a report to its ticket, for those who may read it; to all others it is just what it says. */
defineProps<{ report: number }>();
const shared = useShared();
const mayRead = computed(() => shared.value.me?.may.includes('read-tickets') ?? false);
</script>

<template>
  <Link v-if="mayRead" :href="`/reports/${report}`"><slot /></Link>
  <span v-else class="no-underline!"><slot /></span>
</template>
