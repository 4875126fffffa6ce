<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { plural } from '@/lib/states';
import { clockOf } from '@/lib/time';
import BurdenTable from '@/pages/Rota/BurdenTable.vue';

/** A rota evened out within rules: what that changes, and what each person would carry, before it is kept. */
interface Carried {
  person: string;
  name: string;
  seconds: number;
  nights: number;
  weekend_days: number;
  holidays: number;
}
interface Proposal {
  changes: { from: number; to: number; was: string; is: string; was_name: string; is_name: string }[];
  /** In the quarter before. */
  carried: Carried[];
  before: Carried[];
  after: Carried[];
  kept: number;
  broken: string[];
}
const props = defineProps<{ rota: string; zone: string }>();
const clockTime = clockOf(props.zone);
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const weeks = ref(8);
const rest = ref(11);
const weekends = ref(true);
const proposal = ref<Proposal | null>(null);
const trouble = ref<string | undefined>();
const busy = ref(false);
let asked = 0;
const look = useDebounceFn(async () => {
  const mine = ++asked;
  busy.value = true;
  const answer = await ask<Proposal>(
    `/on-call/${props.rota}/fair?weeks=${weeks.value}&rest=${rest.value}&weekends=${weekends.value ? 1 : 0}`,
  );
  if (mine !== asked) return;
  busy.value = false;
  trouble.value = answer.error?.message;
  if (answer.value) proposal.value = answer.value;
}, 300);
onMounted(() => void look());
watch([weeks, rest, weekends], () => void look());
const rows = computed(() => {
  const before = new Map((proposal.value?.before ?? []).map((one) => [one.person, one]));
  const after = new Map((proposal.value?.after ?? []).map((one) => [one.person, one]));
  return [...new Set([...before.keys(), ...after.keys()])].map((person) => ({
    person,
    name: after.get(person)?.name ?? before.get(person)?.name ?? person,
    carried: (proposal.value?.carried ?? []).find((one) => one.person === person),
    before: before.get(person),
    after: after.get(person),
  }));
});
const columns = [
  { key: 'nights', title: 'Nights' },
  { key: 'weekend_days', title: 'Weekend days' },
  { key: 'holidays', title: 'Holidays' },
] as const;
const has = (one: Carried | undefined, column: string): number => Number(one?.[column as keyof Carried] ?? 0);
const wrong = computed(() => Object.values(action.errors.value)[0] ?? trouble.value);
const save = (): void =>
  action.send(`/on-call/${props.rota}/fair`, { changes: proposal.value?.changes ?? [] } as never, () => emit('close'));
</script>

<template>
  <SideSheet open title="Even out this rota" @close="emit('close')">
    <form class="grid gap-4 text-small" @submit.prevent="save">
      <TroubleNote :text="wrong" />
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <label
          >Weeks ahead
          <input v-model.number="weeks" class="field w-20!" type="number" min="2" max="26" required data-first
        /></label>
        <label
          >Rest between turns, hours
          <input v-model.number="rest" class="field w-20!" type="number" min="0" max="168" required
        /></label>
        <label class="flex items-center gap-1 pb-2"
          ><input v-model="weekends" type="checkbox" />no two weekends in a row</label
        >
      </div>
      <p class="text-ink-2">
        Leave is respected, wishes where possible. The last quarter’s load counts.
        {{ busy ? 'Working it out …' : '' }}
      </p>
      <template v-if="proposal">
        <BurdenTable v-if="rows.length" v-slot="{ one, column }" :people="rows" :columns="columns">
          {{ has(one.after, column) }}
          <span v-if="has(one.after, column) !== has(one.before, column)" class="text-ink-2"
            >instead of {{ has(one.before, column) }}</span
          ><span class="block text-tiny text-ink-2">{{ has(one.carried, column) }} last quarter</span>
        </BurdenTable>
        <p v-if="proposal.broken.length" class="font-semibold text-call">
          Nobody else can cover the leave or wish of {{ proposal.broken.join(', ') }}.
        </p>
        <section v-if="proposal.changes.length" aria-label="Turns that change hands">
          <h3>
            {{ plural(proposal.changes.length, 'turn') }} of {{ proposal.changes.length + proposal.kept }} change hands
          </h3>
          <ul>
            <li v-for="one in proposal.changes" :key="one.from" class="row-rule py-1">
              {{ clockTime(one.from) }} to {{ clockTime(one.to) }}: <strong>{{ one.is_name }}</strong> instead of
              {{ one.was_name }}
            </li>
          </ul>
        </section>
        <p v-else>It is as even as these rules allow. Nothing would change.</p>
        <ActButton main type="submit" :busy="action.busy.value" :disabled="proposal.changes.length === 0 || busy">{{
          proposal.changes.length
            ? `Change ${plural(proposal.changes.length, 'turn')}, and tell those whom it touches`
            : 'Nothing to change'
        }}</ActButton>
      </template>
    </form>
  </SideSheet>
</template>
