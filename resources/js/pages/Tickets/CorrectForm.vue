<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ItemPicker from '@/components/ItemPicker.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { words, type Named, type TicketDetail } from '@/pages/Tickets/tickets';

/** What the desk makes of a report: what it is about, and how much it presses. */
const props = defineProps<{ ticket: TicketDetail; services: Named[]; mayWork: boolean }>();
const action = useAction();
const of = (ticket: TicketDetail): Record<string, string | null> => ({
  kind: ticket.kind,
  service: ticket.service_id,
  place: ticket.place,
  impact: ticket.impact,
  urgency: ticket.urgency,
});
const edited = ref(of(props.ticket));
const item = ref(props.ticket.item);
const version = ref(props.ticket.version);
const isChanged = computed(
  () =>
    JSON.stringify(edited.value) !== JSON.stringify(of(props.ticket)) ||
    item.value?.id !== props.ticket.item?.id ||
    props.ticket.more_urgent !== null ||
    !props.ticket.service_said,
);
watch(
  () => props.ticket,
  (now, before) => {
    if (JSON.stringify(edited.value) === JSON.stringify(of(before)) && item.value?.id === before.item?.id) {
      edited.value = of(now);
      item.value = now.item;
      version.value = now.version;
    }
  },
);
const save = (): void =>
  action.send(
    `/tickets/${props.ticket.id}/correct`,
    { ...edited.value, item: item.value?.id ?? null, version: version.value },
    () => {
      edited.value = of(props.ticket);
      item.value = props.ticket.item;
      version.value = props.ticket.version;
    },
  );
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <form class="grid gap-2 text-small" @submit.prevent="save">
    <fieldset :disabled="!mayWork" class="grid grid-cols-2 gap-2">
      <legend class="sr-only">What it is about</legend>
      <label
        >Something is
        <select v-model="edited.kind" class="field py-1">
          <option v-for="(name, value) in words.kind" :key="value" :value="value">{{ name }}</option>
        </select></label
      >
      <label
        >Service
        <select v-model="edited.service" class="field py-1">
          <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        >Hits
        <select v-model="edited.impact" class="field py-1">
          <option v-for="(name, value) in words.impact" :key="value" :value="value">{{ name }}</option>
        </select></label
      >
      <label
        >Can wait
        <select v-model="edited.urgency" class="field py-1">
          <option v-for="(name, value) in words.urgency" :key="value" :value="value">{{ name }}</option>
        </select></label
      >
      <label class="col-span-2">Place <input v-model="edited.place" class="field py-1" maxlength="100" /></label>
    </fieldset>
    <p v-if="item" class="flex flex-wrap items-baseline gap-x-3">
      <span
        >Item <a :href="`/estate/${encodeURIComponent(item.id)}`" class="link font-semibold">{{ item.name }}</a></span
      >
      <button v-if="mayWork" type="button" class="link text-tiny" @click="item = null">Not this one</button>
    </p>
    <ItemPicker v-else-if="mayWork" label="Item, if it is known" @pick="(one) => (item = one)" />
    <TroubleNote :text="wrong" />
    <p v-if="mayWork && isChanged" class="flex gap-3">
      <ActButton type="submit" :busy="action.busy.value">{{
        ticket.more_urgent ? 'Set, and looked at' : 'Set'
      }}</ActButton>
      <button type="button" class="link" @click="edited = of(ticket)">Undo</button>
    </p>
  </form>
</template>
