<script setup lang="ts">
import { Head, Link } from '@inertiajs/vue3';

/** A link of a page that is no key any more: why, and the way on. */
defineProps<{ why: string; path: string | null }>();
</script>

<template>
  <Head title="This link has expired" />
  <main class="mx-auto grid min-h-dvh max-w-md content-center gap-4 p-4">
    <h1>This link does not open the page</h1>
    <p>{{ why }}</p>
    <Link :href="path ?? '/'" class="rounded-edge bg-ink py-4 text-center text-head font-bold text-on-ink">{{
      path ? 'Into the room (sign in)' : 'Sign in'
    }}</Link>
  </main>
</template>
