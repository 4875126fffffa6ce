<script setup lang="ts">
defineProps<{ text?: string }>();
</script>

<template>
  <p v-if="text" role="alert" class="border-l-4 border-call bg-sheet px-3 py-2 text-small font-medium text-ink">
    {{ text }}
  </p>
</template>
