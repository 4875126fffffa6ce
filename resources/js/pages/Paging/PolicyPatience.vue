<script setup lang="ts">
import TypedField from '@/components/TypedField.vue';

/** How long somebody who said yes is trusted, and how long the question whether they are on it may stay open; in seconds. */
const patience = defineModel<number>('patience', { required: true });
const answer = defineModel<number>('answer', { required: true });
</script>

<template>
  <p class="mb-3 text-small">
    <label
      >If nothing happens after a yes, ask again after
      <TypedField
        class="field inline-block! w-20! py-1"
        type="number"
        min="1"
        max="1440"
        required
        :shown="patience / 60"
        @typed="(minutes) => (patience = Math.round(Number(minutes) * 60))"
      />
      minutes</label
    ><label
      >, and call on if there is no answer within
      <TypedField
        class="field inline-block! w-20! py-1"
        type="number"
        min="0.5"
        max="60"
        step="0.5"
        required
        :shown="answer / 60"
        @typed="(minutes) => (answer = Math.round(Number(minutes) * 60))"
      />
      more.</label
    >
  </p>
</template>
