<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { AudienceRow } from '@/lib/shapes';

/** Who an audience is, of what it is told, and in whose words. */
const props = defineProps<{
  audience?: AudienceRow;
  people: { id: string; name: string }[];
  teams: { id: string; name: string }[];
  services: string[];
  places: string[];
  versions: { version: string; words: string }[];
}>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const form = ref({
  name: props.audience?.name ?? '',
  people: [...(props.audience?.people ?? [])],
  teams: [...(props.audience?.teams ?? [])],
  priority: props.audience?.priority ?? null,
  tier: props.audience?.tier ?? null,
  services: [...(props.audience?.services ?? [])],
  places: [...(props.audience?.places ?? [])],
  reports: props.audience?.reports ?? null,
  reads: props.audience?.reads ?? 'staff',
  mustKnow: props.audience?.mustKnow ?? false,
  every: props.audience?.every ?? null,
});
const version = props.audience?.version ?? 0;
const save = (): void =>
  action.send(
    props.audience ? `/settings/audiences/${props.audience.id}` : '/settings/audiences',
    { ...form.value, reports: form.value.reports || null, every: form.value.every || null, version } as never,
    () => emit('close'),
  );
</script>

<template>
  <form class="mt-2 grid gap-3 border border-line bg-sheet p-3" @submit.prevent="save">
    <label class="font-semibold"
      >Name
      <input
        v-model="form.name"
        class="field font-normal"
        maxlength="80"
        required
        autofocus
        placeholder="Masters of ships"
    /></label>
    <div class="grid gap-3 sm:grid-cols-2">
      <label class="font-semibold"
        >Teams
        <select v-model="form.teams" multiple size="5" class="field font-normal">
          <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label class="font-semibold"
        >People
        <select v-model="form.people" multiple size="5" class="field font-normal">
          <option v-for="one in people" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label class="font-semibold"
        >Priority
        <select v-model="form.priority" class="field font-normal">
          <option :value="null">any</option>
          <option v-for="one in [1, 2, 3, 4]" :key="one" :value="one">
            {{ one === 1 ? '1' : `${one} or more urgent` }}
          </option>
        </select></label
      >
      <label class="font-semibold"
        >How much the service matters
        <select v-model="form.tier" class="field font-normal">
          <option :value="null">any</option>
          <option v-for="one in [1, 2, 3, 4]" :key="one" :value="one">
            {{ one === 1 ? 'tier 1' : `tier ${one} or above` }}
          </option>
        </select></label
      >
      <label class="font-semibold"
        >Services
        <select v-model="form.services" multiple size="4" class="field font-normal">
          <option v-for="one in services" :key="one">{{ one }}</option></select
        ><span class="text-tiny font-normal text-ink-2">None chosen: any.</span></label
      >
      <label class="font-semibold"
        >Places
        <select v-model="form.places" multiple size="4" class="field font-normal">
          <option v-for="one in places" :key="one">{{ one }}</option></select
        ><span class="text-tiny font-normal text-ink-2">None chosen: any.</span></label
      >
      <label class="font-semibold"
        >Once so many people have reported it
        <input v-model.number="form.reports" type="number" min="1" class="field font-normal" placeholder="any number"
      /></label>
      <label class="font-semibold"
        >An update every so many minutes
        <input
          v-model.number="form.every"
          type="number"
          min="5"
          max="1440"
          class="field font-normal"
          placeholder="as its priority asks for"
      /></label>
      <label class="font-semibold"
        >In the words for
        <select v-model="form.reads" class="field font-normal">
          <option v-for="one in versions" :key="one.version" :value="one.version">{{ one.words.toLowerCase() }}</option>
        </select></label
      >
    </div>
    <label class="flex min-h-6 items-center gap-2"
      ><input v-model="form.mustKnow" type="checkbox" /> They must know: each is asked to say that they have read
      it</label
    >
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <p class="flex gap-3">
      <ActButton main type="submit" :busy="action.busy.value">{{ audience ? 'Save' : 'Add it' }}</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
