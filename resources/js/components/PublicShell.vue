<script setup lang="ts">
import { Head, Link } from '@inertiajs/vue3';
import { watch } from 'vue';
import { useShared } from '@/lib/shared';
import { followServerTime, provideClock } from '@/lib/time';

/** What people see who do not sign in: reporters and stakeholders, on any device. */
const { words = { navStatus: 'Service status', navFollow: 'Follow', navReport: 'Report a problem' } } = defineProps<{
  title: string;
  /** Where they can go, in the language in which they read. */
  words?: { navStatus: string; navFollow: string; navReport: string };
}>();
const shared = useShared();
provideClock(shared.value.zone);
watch(() => shared.value.now, followServerTime, { immediate: true });
</script>

<template>
  <Head :title="title" />
  <div class="mx-auto flex min-h-dvh max-w-3xl flex-col px-4 pb-10">
    <header class="mb-5 flex flex-wrap items-baseline justify-between gap-x-4 border-b border-line py-3">
      <p class="text-lg font-bold">{{ shared.organisation }}</p>
      <nav aria-label="Main" class="flex gap-4 text-small">
        <a href="/status" class="link py-1">{{ words.navStatus }}</a>
        <Link href="/follow" class="link py-1">{{ words.navFollow }}</Link>
        <Link href="/report" class="link py-1">{{ words.navReport }}</Link>
        <Link v-if="shared.me" href="/" class="link py-1">To the watch</Link>
      </nav>
    </header>
    <main id="main"><slot /></main>
  </div>
</template>
