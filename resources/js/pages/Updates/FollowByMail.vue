<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';

/** Whoever is signed in hears by mail of what happens to a record, or hits an item, with one key. */
const props = defineProps<{
  /** Where that is asked and said. */
  address: '/follows/item' | '/follows/record';
  record: Record<string, string | number>;
  /** Such as "item". */
  what: string;
  /** What they get, while they follow it. */
  gets: string;
}>();
interface Answered {
  follows: boolean;
  hasAddress: boolean;
}
const state = ref<Answered | null>(null);
const trouble = ref('');
const query = computed(() =>
  new URLSearchParams(Object.entries(props.record).map(([name, value]) => [name, String(value)])).toString(),
);
const look = async (): Promise<void> => {
  const asked = query.value;
  const { value } = await ask<Answered>(`${props.address}?${asked}`);
  // By now another may be shown.
  if (asked === query.value) state.value = value ?? null;
};
const turn = async (): Promise<void> => {
  const asked = query.value;
  const { value, error } = await ask<Answered>(props.address, {
    ...props.record,
    follow: state.value?.follows !== true,
  });
  if (asked !== query.value) return;
  if (value) state.value = value;
  trouble.value = error?.message ?? '';
};
onMounted(() => void look());
watch(query, () => {
  [state.value, trouble.value] = [null, ''];
  void look();
});
useCommands(() =>
  state.value?.hasAddress
    ? [
        {
          name: state.value.follows ? `Follow this ${props.what} no more` : `Follow this ${props.what} by mail`,
          key: 'f',
          run: () => void turn(),
        },
      ]
    : [],
);
</script>

<template>
  <p v-if="state?.hasAddress" class="mt-2 text-small">
    <span role="status">{{ state.follows ? `${gets} ` : '' }}</span>
    <button type="button" class="link min-h-6" @click="turn">
      {{ state.follows ? 'Follow it no more' : 'Follow it by mail' }}
    </button>
    <kbd aria-hidden="true" class="ml-1">f</kbd>
    <TroubleNote :text="trouble" />
  </p>
</template>
