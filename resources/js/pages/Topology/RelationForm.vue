<script setup lang="ts">
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import type { Action } from '@/lib/action';
import type { EditedRelation } from '@/pages/Topology/record';

/** A way in which one item needs another, said from both sides. */
const props = defineProps<{ action: Action }>();
const emit = defineEmits<{ done: [] }>();
const relation = defineModel<EditedRelation>({ required: true });
const wrong = computed(() => props.action.errors.value);
const save = (): void => {
  const { id, forward, backward, strength, was } = relation.value;
  const sent = { ...(id ? { id, was } : {}), forward, backward, strength };
  props.action.send('/relations', sent as never, () => emit('done'));
};
</script>

<template>
  <form class="mt-3 grid gap-2 border-t-2 border-ink pt-3 text-small" @submit.prevent="save">
    <label
      >One … another
      <input v-model="relation.forward" class="field py-1" placeholder="runs on" required maxlength="60" />
      <span v-if="wrong.forward" class="text-tiny font-semibold text-call">{{ wrong.forward }}</span></label
    >
    <label
      >which … it <input v-model="relation.backward" class="field py-1" placeholder="hosts" required maxlength="60"
    /></label>
    <label
      >Without it, it is
      <select v-model="relation.strength" class="field py-1">
        <option value="hard">down</option>
        <option value="soft">degraded</option>
      </select></label
    >
    <p class="flex gap-3">
      <ActButton main type="submit" :busy="props.action.busy.value">{{
        relation.id ? 'Save, also where it is used' : 'Add it'
      }}</ActButton>
      <ActButton @click="emit('done')">Cancel</ActButton>
    </p>
  </form>
</template>
