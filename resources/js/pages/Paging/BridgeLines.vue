<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import type { BridgePerson, RoomTalk } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockTime } from '@/lib/time';
import { useColleagues } from '@/lib/colleagues';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** The phone bridge: its number, who is on it, who is rung onto it. */
const props = defineProps<{ bridge: NonNullable<RoomTalk['bridge']> }>();
const { room, incident, isOpen, coordinates } = useRoom<RoomProps>();
const shared = useShared();
const action = useAction();
const colleagues = useColleagues();
const ringing = ref(false);
const whom = ref<string[]>([]);
const me = computed(() => shared.value.me?.id);
const mayRing = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
const onIt = computed(() => props.bridge.people.filter((one) => one.standing === 'in').length);
const amOn = computed(() =>
  props.bridge.people.some((one) => one.id === me.value && ['in', 'ringing'].includes(one.standing)),
);
const words: Record<BridgePerson['standing'], string> = {
  in: 'on it since',
  ringing: 'rings since',
  unanswered: 'did not answer,',
  left: 'left',
};
/** Who is in the room comes first: they are rung most. */
const choices = computed(() => {
  const here = new Set(room.value.people.filter((one) => one.here).map((one) => one.id));
  const away = (colleagues.value ?? []).filter(
    (one) => !props.bridge.people.some((on) => on.id === one.id && ['in', 'ringing'].includes(on.standing)),
  );
  return [...away.filter((one) => here.has(one.id)), ...away.filter((one) => !here.has(one.id))];
});
const ring = (people: string[]): void =>
  action.send(`/incidents/${incident.value.id}/bridge/ring`, { people }, () => {
    ringing.value = false;
    whom.value = [];
  });
useCommands(() => [
  ...(mayRing.value && !amOn.value && me.value
    ? [{ name: 'Ring my phone onto the bridge', run: () => ring([me.value ?? '']) }]
    : []),
  ...(isOpen.value && coordinates.value
    ? [{ name: 'Ring people onto the bridge', run: () => (ringing.value = true) }]
    : []),
]);
</script>

<template>
  <div class="text-small">
    <p>
      <span class="text-ink-2">Phone bridge </span>
      <a
        v-if="bridge.number"
        class="link inline-block min-h-6 font-semibold"
        :href="`tel:${bridge.number.replace(/[^+0-9]/g, '')}`"
        >{{ bridge.number }}</a><span v-else>gets its number …</span>,
      {{ onIt === 0 ? 'nobody is on it' : `${onIt} on it` }}
    </p>
    <p v-if="bridge.trouble" class="font-semibold text-call">The exchange did not take it: {{ bridge.trouble }}.</p>
    <ul>
      <li
        v-for="one in bridge.people"
        :key="one.id"
        class="row-rule flex flex-wrap items-baseline justify-between gap-x-2 py-1"
      >
        <span
          ><strong :class="one.standing === 'in' ? '' : 'font-normal'">{{ one.name }}</strong>
          <span :class="one.standing === 'unanswered' ? 'text-call' : 'text-ink-2'"
            >&nbsp;{{ words[one.standing] }} {{ clockTime(one.since) }}</span
          ></span
        >
        <button
          v-if="isOpen && coordinates && ['left', 'unanswered'].includes(one.standing)"
          type="button"
          class="link min-h-6"
          @click="ring([one.id])"
        >
          Ring again<span class="sr-only"> {{ one.name }}</span>
        </button>
      </li>
    </ul>
    <form v-if="ringing" class="mt-1 grid gap-1" @submit.prevent="ring(whom)">
      <label class="font-semibold"
        >Whom to ring
        <select v-model="whom" multiple size="6" class="field font-normal" required>
          <option v-for="one in choices" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Ring them</ActButton>
        <button type="button" class="link" @click="ringing = false">Cancel</button>
      </p>
    </form>
    <p class="flex flex-wrap gap-x-4">
      <button v-if="mayRing && !amOn && me" type="button" class="link min-h-6" @click="ring([me])">
        Ring my phone
      </button>
      <button v-if="isOpen && coordinates && !ringing" type="button" class="link min-h-6" @click="ringing = true">
        Ring people…
      </button>
      <button
        v-if="isOpen && coordinates"
        type="button"
        class="link min-h-6"
        @click="action.send(`/incidents/${incident.id}/bridge/close`, {})"
      >
        Close it
      </button>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </div>
</template>
