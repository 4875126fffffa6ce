<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Particulars } from '@/lib/shapes';

/** What an administrator knows and changes of somebody. */
const props = defineProps<{
  person: string;
  kept: Particulars;
  teams: { id: string; name: string }[];
  roles: { value: string; words: string }[];
}>();
const action = useAction();
const copy = (one: Particulars): Particulars => JSON.parse(JSON.stringify(one)) as Particulars;
const edited = ref(copy(props.kept));
const isChanged = computed(() => JSON.stringify(edited.value) !== JSON.stringify(props.kept));
watch(
  () => props.kept,
  (now, before) => {
    if (JSON.stringify(edited.value) === JSON.stringify(before)) edited.value = copy(now);
  },
);
const wrong = computed(() => Object.values(action.errors.value)[0]);
const save = (): void =>
  action.send(
    `/people/${props.person}/particulars`,
    { ...edited.value } as never,
    () => (edited.value = copy(props.kept)),
  );
</script>

<template>
  <form class="grid gap-2 text-small" aria-label="Details" @submit.prevent="save">
    <h2>Details</h2>
    <TroubleNote :text="wrong" />
    <div class="grid grid-cols-2 gap-2">
      <label>Name <input v-model="edited.name" class="field py-1" maxlength="80" required /></label>
      <label>Title <input v-model="edited.title" class="field py-1" maxlength="80" /></label>
      <label>Email, for signing in <input v-model="edited.email" class="field py-1" type="email" required /></label>
      <label
        >Team
        <select v-model="edited.team" class="field py-1">
          <option :value="null">none</option>
          <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label>Time zone <input v-model="edited.time_zone" class="field py-1" required /></label>
      <fieldset>
        <legend>Does</legend>
        <label v-for="one in roles" :key="one.value" class="flex min-h-6 items-center gap-1"
          ><input v-model="edited.roles" type="checkbox" :value="one.value" />{{ one.words }}</label
        >
      </fieldset>
    </div>
    <ActButton type="submit" :busy="action.busy.value" :disabled="!isChanged">Save the details</ActButton>
  </form>
</template>
