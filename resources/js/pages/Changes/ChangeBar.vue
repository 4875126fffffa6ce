<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import type { ChangeLine } from '@/lib/shapes';

/** A change on the calendar: a bar that opens its page. */
defineProps<{
  change: ChangeLine;
  left: number;
  top: number;
  width: number;
  height: number;
  collides: boolean;
  when: string;
}>();
</script>

<template>
  <g class="cursor-pointer" @pointerdown.stop @click.stop="router.visit(`/changes/${change.id}`)">
    <title>{{ change.ref }} {{ change.title }}, {{ when }}, {{ change.words }}</title>
    <rect
      :x="left"
      :y="top"
      :width="Math.max(5, width)"
      :height="height"
      :fill="change.state === 'under-way' ? 'var(--ink)' : change.ended ? 'var(--grain)' : 'var(--paper)'"
      :stroke="collides ? 'var(--call)' : 'var(--ink-2)'"
      :stroke-width="collides ? 2.5 : 1.2"
      :stroke-dasharray="change.state === 'draft' || change.state === 'asked' ? '3 2' : undefined"
    />
    <svg v-if="width > 46" :x="left" :y="top" :width="width - 3" :height="height">
      <text x="4" y="11" class="text-[11px]" :fill="change.state === 'under-way' ? 'var(--on-ink)' : 'var(--ink)'">
        {{ change.ref }} {{ change.title }}
      </text>
    </svg>
  </g>
</template>
