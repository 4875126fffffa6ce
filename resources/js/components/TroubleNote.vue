<script lang="ts">
import { reactive } from 'vue';

/** What notes on this page say, by note: the same words stand there once. */
const said = reactive(new Map<symbol, string>());
</script>

<script setup lang="ts">
import { computed, onBeforeUnmount, watch } from 'vue';

/** What could not be done, beside where it was asked for. */
const props = defineProps<{
  text: string | null | undefined;
  /** Stands in for whoever did not say it where it was asked for: where another note says it, this one keeps quiet. */
  spare?: boolean;
}>();
const me = Symbol('note');
if (!props.spare) {
  watch(
    () => props.text,
    (text) => (text ? said.set(me, text) : said.delete(me)),
    { immediate: true },
  );
  onBeforeUnmount(() => said.delete(me));
}
const isShown = computed(() => Boolean(props.text) && !(props.spare && [...said.values()].includes(props.text ?? '')));
</script>

<template>
  <p v-if="isShown" role="alert" class="border-l-4 border-call bg-sheet px-3 py-2 text-small font-medium text-ink">
    {{ text }}
  </p>
</template>
