<script setup lang="ts">
withDefaults(
  defineProps<{ main?: boolean; shortcut?: string; busy?: boolean; type?: 'button' | 'submit'; disabled?: boolean }>(),
  { type: 'button' },
);
</script>

<template>
  <button
    :type="type"
    :disabled="disabled"
    :aria-busy="busy"
    class="inline-flex items-center justify-center gap-2 rounded-edge border-[1.5px] px-2.5 py-1 text-small font-semibold transition-opacity disabled:opacity-50"
    :class="[
      main ? 'border-ink bg-ink text-on-ink' : 'border-ink bg-transparent text-ink hover:bg-shade',
      busy ? 'cursor-progress opacity-75' : '',
    ]"
  >
    <slot />
    <kbd v-if="shortcut" aria-hidden="true">{{ shortcut }}</kbd>
  </button>
</template>
