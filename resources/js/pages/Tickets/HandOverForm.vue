<script setup lang="ts">
import { router, usePage } from '@inertiajs/vue3';
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { DeskLine } from '@/lib/shapes';
import type { Named } from '@/pages/Tickets/tickets';

/** Hands tickets over to a person or a team, or back to the desk. */
const props = defineProps<{ tickets: number[]; with: string[]; teams: Named[]; people: Named[]; desk: DeskLine[] }>();
const emit = defineEmits<{ done: []; close: [] }>();
const action = useAction();
const to = ref('');
const free = computed(() => props.desk.filter((one) => one.free));
const busy = computed(() => props.desk.filter((one) => !one.free));
const others = computed(() => props.people.filter((one) => !props.desk.some((desk) => desk.id === one.id)));
const why = ref('');
/** With whom they were when this was begun; what has changed since is said first. */
const seen = ref(props.with);
watch(action.errors, () => (seen.value = props.with));
// Who is free is asked when it counts, and again where a refusal has brought the page without it.
const page = usePage();
const read = (): void => router.reload({ only: ['desk'], preserveUrl: true });
onMounted(read);
watch(
  () => page.props['desk'],
  (known) => {
    if (known === undefined) read();
  },
);
const send = (): void => {
  const [kind, id] = [to.value.slice(0, to.value.indexOf(':')), to.value.slice(to.value.indexOf(':') + 1)];
  action.send(
    '/tickets/hand-over',
    {
      tickets: props.tickets,
      person: kind === 'person' ? id : null,
      team: kind === 'team' ? id : null,
      why: why.value,
      seen: seen.value,
    },
    () => emit('done'),
  );
};
</script>

<template>
  <form class="flex w-full flex-wrap items-end gap-3 text-small" @submit.prevent="send">
    <label
      >To
      <select v-model="to" class="field py-1" required autofocus>
        <option value="" disabled>Choose…</option>
        <option value="desk:">the desk</option>
        <optgroup label="A team">
          <option v-for="one in teams" :key="one.id" :value="`team:${one.id}`">{{ one.name }}</option>
        </optgroup>
        <optgroup v-if="free.length" label="At the desk, free">
          <option v-for="one in free" :key="one.id" :value="`person:${one.id}`">
            {{ one.name }}, {{ one.open }} open
          </option>
        </optgroup>
        <optgroup v-if="busy.length" label="At the desk, not free">
          <option v-for="one in busy" :key="one.id" :value="`person:${one.id}`">
            {{ one.name }}, {{ one.open }} open
          </option>
        </optgroup>
        <optgroup label="Somebody else">
          <option v-for="one in others" :key="one.id" :value="`person:${one.id}`">{{ one.name }}</option>
        </optgroup>
      </select></label
    >
    <label class="min-w-40 flex-1">Why (optional) <input v-model="why" class="field py-1" maxlength="500" /></label>
    <ActButton type="submit" :busy="action.busy.value">{{
      to.startsWith('person:') ? 'Offer it' : 'Hand over'
    }}</ActButton>
    <button type="button" class="link" @click="emit('close')">Cancel</button>
    <p v-if="to.startsWith('person:')" class="w-full text-ink-2">It stays where it is until they accept it.</p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </form>
</template>
