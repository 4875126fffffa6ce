<script setup lang="ts">
import type { FileLine } from '@/lib/shapes';
import { sizeOf } from '@/lib/size';

/** What was attached: pictures to look at, all else to save. */
defineProps<{ files: FileLine[]; address: string }>();
</script>

<template>
  <ul v-if="files.length" class="mt-2 flex flex-wrap items-end gap-3 text-small">
    <li v-for="file in files" :key="file.key" class="max-w-full min-w-0">
      <a :href="`${address}/${file.key}`" target="_blank" rel="noopener" class="link block">
        <img
          v-if="file.picture"
          :src="`${address}/${file.key}`"
          alt=""
          loading="lazy"
          :width="file.width ?? undefined"
          :height="file.height ?? undefined"
          class="mb-1 h-28 w-auto max-w-full border border-line bg-shade object-contain"
        />
        <bdi class="break-all">{{ file.name }}</bdi>
      </a>
      <span class="text-ink-2">{{ sizeOf(file.bytes) }}</span>
    </li>
  </ul>
</template>
