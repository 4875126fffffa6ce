<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ChoiceRow from '@/components/ChoiceRow.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { instantOf, localOf, millis, ownZone } from '@/lib/time';
import type { RoomChoices, RoomIncident } from '@/pages/Incidents/room';

/** Corrects title, impact, urgency, stage and since when; somebody else's change meanwhile is said, and nothing typed is lost. */
const props = defineProps<{ incident: RoomIncident; choices: RoomChoices }>();
const emit = defineEmits<{ close: []; merge: []; split: [] }>();
const action = useAction();
const title = ref(props.incident.title);
const impact = ref(props.incident.impact);
const urgency = ref(props.incident.urgency);
const stage = ref(props.incident.stage);
const priority = computed(() => props.choices.priorities[impact.value]?.[urgency.value]);
const why = ref('');
/** By the minute, as it is typed. */
const began = localOf(millis(props.incident.started_at), ownZone);
const since = ref(began);
const call = ref(true);
const isRaised = computed(() => (priority.value ?? 9) < props.incident.priority);
const version = ref(props.incident.version);
const isStale = computed(() => props.incident.version !== version.value);
const save = (): void =>
  action.send(
    `/incidents/${props.incident.id}/change`,
    {
      version: version.value,
      title: title.value,
      impact: impact.value,
      urgency: urgency.value,
      stage: stage.value,
      why: why.value,
      since: since.value && since.value !== began ? new Date(instantOf(since.value, ownZone)).toISOString() : null,
      call: call.value && isRaised.value,
    },
    () => emit('close'),
  );
const overrule = (): void => {
  version.value = props.incident.version;
  save();
};
</script>

<template>
  <SideSheet open :title="`Correct ${incident.ref}`" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="save">
      <TroubleNote :text="action.errors.value.action" />
      <p v-if="isStale" class="border-l-4 border-call bg-sheet px-3 py-2 text-small">
        Somebody changed this meanwhile. It now says: “{{ incident.title }}”, {{ incident.stageWords }}, priority
        {{ incident.priority }}.
        <ActButton class="mt-1" @click="overrule">Overwrite with mine</ActButton>
      </p>
      <label class="font-semibold"
        >Title <input v-model="title" class="field font-normal" maxlength="160" required
      /></label>
      <label class="font-semibold">
        Stage
        <select v-model="stage" class="field font-normal">
          <option v-for="one in choices.stages" :key="one.value" :value="one.value">{{ one.meaning }}</option>
        </select>
      </label>
      <label class="font-semibold">
        Since <WhenField v-model="since" class="font-normal" />
        <span class="text-tiny font-normal text-ink-2">{{
          action.errors.value.since ?? 'When it began, where somebody knows better than the monitors.'
        }}</span>
      </label>
      <ChoiceRow v-model="impact" name="Impact" :choices="choices.impacts" />
      <ChoiceRow v-model="urgency" name="Urgency" :choices="choices.urgencies" />
      <p class="border-y border-line py-2">
        <strong>Priority {{ priority }}</strong
        ><span v-if="priority !== incident.priority" class="text-ink-2"
          >, was {{ incident.priority }}; the restore target moves with it.</span
        >
      </p>
      <label v-if="priority !== incident.priority" class="font-semibold">
        Why
        <input
          v-model="why"
          class="field font-normal"
          maxlength="500"
          required
          :aria-invalid="!!action.errors.value.why"
        />
        <span class="text-tiny font-normal text-ink-2">{{ action.errors.value.why ?? 'Stands in the journal.' }}</span>
      </label>
      <label v-if="isRaised && incident.team" class="flex items-start gap-2 text-small">
        <input v-model="call" type="checkbox" class="mt-1" />
        <span
          >Call {{ incident.team }} by its policy for this priority. If it already has the call, nobody is paged.</span
        >
      </label>
      <div><ActButton main type="submit" :busy="action.busy.value">Save</ActButton></div>
    </form>
    <p class="mt-4 border-t border-line pt-3 text-small">
      Two incidents turned out to be one?
      <button type="button" class="link min-h-6" @click="emit('merge')">It is the same as another…</button>
      Or one to be two? <button type="button" class="link min-h-6" @click="emit('split')">Split it…</button>
    </p>
  </SideSheet>
</template>
