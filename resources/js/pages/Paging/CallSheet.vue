<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useDraft } from '@/lib/draft';
import { plural } from '@/lib/states';
import type { RoomIncident } from '@/pages/Incidents/room';

/** Calling more people: whom a choice makes is said before anybody is paged. */
const props = defineProps<{ incident: RoomIncident }>();
const emit = defineEmits<{ close: [] }>();

interface Made {
  whom: string;
  name: string;
  already: string | null;
  policy: string;
  people: string[];
  doubts: string[];
}
interface Preview {
  teams: { id: string; name: string }[];
  people: { id: string; name: string; team: string | null }[];
  owners: { whom: string; name: string; owns: string[] }[];
  makes: Made[];
}
const action = useAction();
const preview = ref<Preview | null>(null);
const chosen = ref<string[]>([]);
/** Each incident has its own: what was typed survives a closed sheet. */
const why = useDraft(`call-${props.incident.id}`);
const trouble = ref<string | undefined>();
let asked = 0;
const load = async (): Promise<void> => {
  const mine = ++asked;
  const query = chosen.value.map((one) => `whom[]=${encodeURIComponent(one)}`).join('&');
  const answer = await ask<Preview>(`/incidents/${props.incident.id}/calls?${query}`);
  if (mine !== asked) return;
  trouble.value = answer.error?.message;
  if (answer.value) preview.value = answer.value;
};
onMounted(load);
watch(chosen, () => void load(), { deep: true });
const add = (event: Event): void => {
  const field = event.target as HTMLSelectElement;
  if (field.value && !chosen.value.includes(field.value)) chosen.value.push(field.value);
  field.value = '';
};
const owners = computed(() => (preview.value?.owners ?? []).filter((one) => !chosen.value.includes(one.whom)));
const called = computed(() =>
  (preview.value?.makes ?? []).filter((one) => chosen.value.includes(one.whom) && one.already === null),
);
const people = computed(() => [...new Set(called.value.flatMap((one) => one.people))]);
const wrong = computed(() => Object.values(action.errors.value)[0] ?? trouble.value);
const send = (): void =>
  action.send(
    `/incidents/${props.incident.id}/calls`,
    { whom: called.value.map((one) => one.whom), why: why.text.value },
    () => {
      why.clear();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open :title="`Call more people to ${incident.ref}`" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="send">
      <TroubleNote :text="wrong" />
      <label class="text-small font-semibold"
        >Whom
        <select class="field" data-first aria-label="Whom to call" @change="add">
          <option value="">A team or a person…</option>
          <optgroup label="Teams, by their policy">
            <option v-for="one in preview?.teams ?? []" :key="one.id" :value="`team:${one.id}`">{{ one.name }}</option>
          </optgroup>
          <optgroup label="People">
            <option v-for="one in preview?.people ?? []" :key="one.id" :value="`person:${one.id}`">
              {{ one.name }}
            </option>
          </optgroup>
        </select></label
      >
      <section v-if="owners.length" aria-label="Owners of what is affected">
        <div class="flex items-baseline justify-between">
          <h3>Owners of what is affected</h3>
          <button type="button" class="link text-small" @click="chosen.push(...owners.map((one) => one.whom))">
            All of them
          </button>
        </div>
        <ul class="text-small">
          <li v-for="one in owners" :key="one.whom" class="row-rule flex gap-2 py-1">
            <button type="button" class="link shrink-0" @click="chosen.push(one.whom)">{{ one.name }}</button>
            <span class="truncate text-ink-2">{{ one.owns.join(', ') }}</span>
          </li>
        </ul>
      </section>
      <section v-if="chosen.length" aria-label="Who this pages">
        <h3>Who this pages</h3>
        <ul class="text-small">
          <li v-for="one in preview?.makes ?? []" :key="one.whom" class="row-rule py-1.5">
            <strong>{{ one.name }}</strong><template v-if="one.already">{{ ` ${one.already}.` }}</template>
            <template v-else-if="one.people.length"
              >: pages {{ one.people.join(', ') }} first{{ one.policy ? `, by ${one.policy}` : '' }}.</template
            >
            <span v-else class="font-semibold text-call">: nobody can be reached right now.</span>
            <button
              type="button"
              class="min-h-6 min-w-6"
              :aria-label="`Not ${one.name}`"
              @click="chosen = chosen.filter((whom) => whom !== one.whom)"
            >
              ×
            </button>
            <span v-for="doubt in one.doubts" :key="doubt" class="block text-ink-2">{{ doubt }}</span>
          </li>
        </ul>
      </section>
      <label class="text-small font-semibold"
        >Why they are needed
        <input v-model="why.text.value" class="field" maxlength="500" required placeholder="It stands on their page" />
      </label>
      <ActButton main type="submit" :busy="action.busy.value" :disabled="called.length === 0">{{
        people.length ? `Page ${plural(people.length, 'person', 'people')} now` : 'Call them'
      }}</ActButton>
    </form>
  </SideSheet>
</template>
