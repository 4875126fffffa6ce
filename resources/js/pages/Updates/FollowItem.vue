<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';

/** Whoever is signed in hears by mail of each incident that hits an item, with one key. */
const props = defineProps<{ item: string }>();
interface Answered {
  follows: boolean;
  hasAddress: boolean;
}
const state = ref<Answered | null>(null);
const trouble = ref('');
const look = async (): Promise<void> => {
  const { value } = await ask<Answered>(`/follows/item?item=${encodeURIComponent(props.item)}`);
  state.value = value ?? null;
};
const turn = async (): Promise<void> => {
  const { value, error } = await ask<Answered>('/follows/item', {
    item: props.item,
    follow: state.value?.follows !== true,
  });
  if (value) state.value = value;
  trouble.value = error?.message ?? '';
};
onMounted(() => void look());
watch(
  () => props.item,
  () => void look(),
);
useCommands(() =>
  state.value?.hasAddress
    ? [
        {
          name: state.value.follows ? 'Follow this item no more' : 'Follow this item by mail',
          key: 'f',
          run: () => void turn(),
        },
      ]
    : [],
);
</script>

<template>
  <p v-if="state?.hasAddress" class="mt-2 text-small">
    <span role="status">{{ state.follows ? 'You are mailed each update of what hits it. ' : '' }}</span>
    <button type="button" class="link min-h-6" @click="turn">
      {{ state.follows ? 'Follow it no more' : 'Follow it by mail' }}
    </button>
    <kbd aria-hidden="true" class="ml-1">f</kbd>
    <TroubleNote :text="trouble" />
  </p>
</template>
