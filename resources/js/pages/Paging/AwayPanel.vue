<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { clockOf } from '@/lib/time';

/** When somebody is away or prefers not to be on call, and the gaps that leave makes. */
const props = defineProps<{
  person: { id: string; time_zone: string };
  absences: { id: number; kind: 'leave' | 'wish'; from: number; to: number; what: string; imported: boolean }[];
  gaps: { rota: string; name: string; from: number; to: number }[];
  mayArrange: boolean;
}>();
const away = useAction();
/** Leave is meant, and typed, on their own clocks. */
const theirClock = clockOf(props.person.time_zone);
const absence = ref({ kind: 'leave', from: '', to: '', what: '' });
const takeCalendar = (event: Event): void => {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) away.send(`/people/${props.person.id}/leave-calendar`, { file });
};
const addAbsence = (): void =>
  away.send(`/people/${props.person.id}/absences`, { ...absence.value }, () => {
    absence.value = { kind: 'leave', from: '', to: '', what: '' };
  });
</script>

<template>
  <div>
    <h2 class="mt-5 mb-1">Away, or prefers not to be on call, on the clocks of {{ person.time_zone }}</h2>
    <TroubleNote :text="Object.values(away.errors.value)[0]" />
    <ul v-if="gaps.length" class="mb-2 border-l-2 border-call pl-3 text-small" aria-label="Gaps that leave makes">
      <li v-for="gap in gaps" :key="gap.rota + gap.from">
        <strong class="text-call">Nobody</strong> on
        <Link :href="`/on-call/${gap.rota}`" class="link">{{ gap.name }}</Link>, {{ theirClock(gap.from) }} to
        {{ theirClock(gap.to) }}
      </li>
    </ul>
    <ul class="text-small">
      <li v-for="one in absences" :key="one.id" class="row-rule flex gap-2 py-1">
        <span class="flex-1"
          ><strong>{{ one.kind === 'leave' ? 'Leave' : 'Prefers not to' }}</strong
          >, {{ theirClock(one.from) }} to {{ theirClock(one.to) }}{{ one.what ? `: ${one.what}` : '' }}</span
        >
        <button
          v-if="mayArrange"
          type="button"
          class="link"
          :aria-label="`Drop it, ${theirClock(one.from)}`"
          @click="away.send(`/people/${person.id}/absences/${one.id}/drop`, {})"
        >
          Drop
        </button>
      </li>
    </ul>
    <form v-if="mayArrange" class="mt-2 grid gap-2 text-small" aria-label="Away" @submit.prevent="addAbsence">
      <div class="grid grid-cols-2 gap-2">
        <label>From <WhenField v-model="absence.from" required /></label>
        <label>Until <WhenField v-model="absence.to" required /></label>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <label
          >It is
          <select v-model="absence.kind" class="field py-1">
            <option value="leave">leave: leaves a gap</option>
            <option value="wish">a wish: prefers not to</option>
          </select></label
        >
        <label>What <input v-model="absence.what" class="field py-1" maxlength="80" /></label>
      </div>
      <ActButton type="submit" :busy="away.busy.value">Add</ActButton>
      <label
        >Or import leave from a calendar file (.ics)
        <input type="file" accept=".ics,text/calendar" class="field py-1" @change="takeCalendar"
      /></label>
    </form>
  </div>
</template>
