<script setup lang="ts">
/** How many seconds after the first way another one follows. */
defineProps<{ way?: string; label?: string }>();
const seconds = defineModel<number>({ required: true });
</script>

<template>
  <label
    >{{ way }} after
    <input
      v-model.number="seconds"
      class="field inline-block! w-20! py-1"
      type="number"
      min="0"
      max="3600"
      required
      :aria-label="label"
    />
    s</label
  >
</template>
