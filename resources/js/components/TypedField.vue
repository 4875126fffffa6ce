<script setup lang="ts">
import { ref, watch } from 'vue';

/**
 * A field whose value is kept in another form than it is typed in, such as `5 min` as seconds.
 *
 * What is typed is its own until it is left: a screen that is drawn anew meanwhile must not write over it.
 */
defineOptions({ inheritAttrs: false });
const props = defineProps<{ shown: string | number }>();
const emit = defineEmits<{ typed: [text: string] }>();
const text = ref(String(props.shown));
const isTyping = ref(false);
watch(
  () => props.shown,
  (shown) => {
    if (!isTyping.value) text.value = String(shown);
  },
);
const leave = (): void => {
  isTyping.value = false;
  emit('typed', text.value);
  text.value = String(props.shown);
};
</script>

<template>
  <input
    v-bind="$attrs"
    :value="text"
    @focus="isTyping = true"
    @input="((isTyping = true), (text = ($event.target as HTMLInputElement).value))"
    @change="emit('typed', text)"
    @blur="leave"
  />
</template>
