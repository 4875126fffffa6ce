<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { instantOf, ownZone } from '@/lib/time';
import type { Named } from '@/pages/Tickets/tickets';
import WhoField, { whoSent } from '@/components/WhoField.vue';

/** Asks a person, a team, or the desk, to do something about a ticket or an incident. */
const props = defineProps<{ address: string; teams: Named[]; ends: string }>();
const emit = defineEmits<{ done: [] }>();
const action = useAction();
const [text, who, when, must] = [ref(''), ref(''), ref(''), ref(false)];
const add = (): void =>
  action.send(
    props.address,
    {
      text: text.value,
      ...whoSent(who.value),
      due: when.value ? new Date(instantOf(when.value, ownZone)).toISOString() : null,
      must: must.value,
    },
    () => emit('done'),
  );
</script>

<template>
  <form class="grid gap-2 text-small" @submit.prevent="add">
    <label>What is to be done <input v-model="text" class="field py-1" maxlength="200" autofocus /></label>
    <label>By whom <WhoField v-model="who" :teams="teams" desk /></label>
    <label>By when, if it matters <WhenField v-model="when" /></label>
    <label class="flex items-center gap-2"
      ><input v-model="must" type="checkbox" class="size-4 accent-[var(--ink)]" /> before it is {{ ends }}</label
    >
    <p class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">Add it</ActButton>
      <button type="button" class="link" @click="emit('done')">Cancel</button>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </form>
</template>
