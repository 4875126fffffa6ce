<script setup lang="ts">
import { computed, ref } from 'vue';

/** A text of any length where a glance belongs: what is beyond a few lines opens. */
const props = withDefaults(defineProps<{ text: string; lead?: string; most?: number }>(), { lead: '', most: 420 });
const isOpen = ref(false);
const isLong = computed(() => props.text.length > props.most);
const shown = computed(() =>
  isLong.value && !isOpen.value ? `${props.text.slice(0, props.most).replace(/\s+\S*$/, '')} …` : props.text,
);
</script>

<template>
  <p>
    <strong v-if="lead">{{ lead }}</strong> {{ shown }}
    <button v-if="isLong" type="button" class="link" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? 'Less' : 'All of it' }}
    </button>
  </p>
</template>
