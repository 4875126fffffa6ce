<script setup lang="ts">
import type { BackdropLine } from '@/lib/shapes';

/** What lies behind the changes of the calendar: a freeze, other work, an incident. */
defineProps<{ line: BackdropLine; left: number; width: number; top: number; bottom: number; when: string }>();
</script>

<template>
  <g>
    <title>{{ line.name }}, {{ when }}</title>
    <rect
      :x="left"
      :y="top"
      :width="Math.max(2, width)"
      :height="bottom - top"
      :fill="line.kind === 'freeze' ? 'var(--shade)' : line.kind === 'work' ? 'var(--ink)' : 'var(--call)'"
      :opacity="line.kind === 'freeze' ? 1 : line.kind === 'work' ? 0.08 : 0.16"
    />
    <text v-if="line.kind !== 'incident' && width > 60" :x="left + 4" :y="bottom - 5" class="fill-ink-2 text-[11px]">
      {{ line.name }}
    </text>
  </g>
</template>
