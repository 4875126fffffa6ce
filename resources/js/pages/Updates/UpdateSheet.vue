<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AudienceNote from '@/pages/Updates/AudienceNote.vue';
import FoundInWords from '@/components/FoundInWords.vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { mended, placeOf, useFoundInWords } from '@/lib/foundInWords';
import type { SlipLine } from '@/lib/shapes';
import { stateWords } from '@/lib/states';
import { clockTime, useNow } from '@/lib/time';
import type { Choice, UpdateLine } from '@/lib/types';
import type { RoomIncident } from '@/pages/Incidents/room';
import type { UpdateDraft } from '@/pages/Updates/draft';

/** The next update to outsiders, drafted from what is known, read and sent by a person. */
const props = defineProps<{
  incident: RoomIncident;
  draft: UpdateDraft;
  stages: Choice[];
  unchanged?: boolean;
  given?: UpdateLine[];
}>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const now = useNow();
const { text, clear: clearText } = useDraft(
  // What somebody has begun to write stays for when they go on with it.
  props.unchanged ? `unchanged-${props.incident.id}` : `update-${props.incident.id}`,
  '',
);
const { text: meanwhile, clear: clearMeanwhile } = useDraft(`meanwhile-${props.incident.id}`, '');
if (props.unchanged) text.value = props.draft.unchanged ?? props.draft.text;
text.value ||= props.draft.text;
meanwhile.value ||= props.draft.meanwhile;
const stage = ref(props.draft.stage);
const minutes = ref(props.draft.next_minutes);
const longer = ref('');
const isLonger = computed(() => minutes.value > props.draft.next_minutes);
const number = ref(props.draft.number);
/** The one that was wrong, if this puts it right: whoever got it is told so. */
const corrects = ref<number | null>(null);
/** What disagrees with the record is mended, or goes out with a reason. */
const despite = ref('');
const found = useFoundInWords(props.incident.id, () => ({
  stage: stage.value,
  text: text.value,
  meanwhile: meanwhile.value || null,
  next_minutes: Number.isInteger(minutes.value) && minutes.value >= 5 ? minutes.value : null,
}));
const textField = ref<HTMLTextAreaElement | null>(null);
const meanwhileField = ref<HTMLTextAreaElement | null>(null);
const isMeanwhile = (slip: SlipLine): boolean => found.value.meanwhile.includes(slip);
const show = (slip: SlipLine): void => {
  const field = (isMeanwhile(slip) ? meanwhileField : textField).value;
  field?.focus();
  field?.setSelectionRange(...placeOf(field.value, slip));
};
const replace = (slip: SlipLine): void => {
  const words = isMeanwhile(slip) ? meanwhile : text;
  words.value = mended(words.value, slip);
};
const isOvertaken = computed(() => props.draft.number !== number.value);
const publish = (): void =>
  action.send(
    `/incidents/${props.incident.id}/updates`,
    {
      number: number.value,
      stage: stage.value,
      text: text.value,
      meanwhile: meanwhile.value || null,
      next_minutes: minutes.value,
      despite: despite.value || null,
      longer: isLonger.value ? longer.value : null,
      corrects: corrects.value,
    },
    () => {
      clearText();
      clearMeanwhile();
      emit('close');
    },
  );
const asNext = (): void => {
  number.value = props.draft.number;
  publish();
};
</script>

<template>
  <SideSheet open :title="`Update ${number} to the status page`" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="publish">
      <TroubleNote :text="action.errors.value.number ?? action.errors.value.action" />
      <p v-if="isOvertaken">
        <ActButton @click="asNext">Send mine as update {{ draft.number }}</ActButton>
      </p>
      <label class="font-semibold">
        Stage
        <select v-model="stage" class="field font-normal">
          <option v-for="one in stages" :key="one.value" :value="one.value">{{ one.meaning }}</option>
        </select>
      </label>
      <label class="font-semibold">
        What is affected
        <textarea ref="textField" v-model="text" rows="4" maxlength="2000" required class="field font-normal" />
        <span class="flex justify-between text-tiny font-normal text-ink-2">
          <span>{{ action.errors.value.text ?? 'Drafted from the services affected. Edit as you like.' }}</span>
          <button type="button" class="link" @click="text = draft.text">Draft again</button>
        </span>
      </label>
      <label class="font-semibold">
        What to do meanwhile
        <textarea
          ref="meanwhileField"
          v-model="meanwhile"
          rows="2"
          maxlength="1000"
          class="field font-normal"
          placeholder="For example: foot passengers board as usual; lorries report at the desk."
        />
      </label>
      <label class="font-semibold">
        Next update in
        <span class="flex items-center gap-2 font-normal"
          ><input v-model.number="minutes" type="number" min="5" max="10080" required class="field w-24" /> minutes, at
          {{ clockTime(now + minutes * 60_000) }}</span
        >
        <span class="text-tiny font-normal text-ink-2">{{
          action.errors.value.next_minutes ??
          `Priority ${incident.priority} owes one every ${draft.next_minutes} minutes. It appears among the running clocks.`
        }}</span>
      </label>
      <label v-if="isLonger" class="font-semibold">
        Why the next one may come later
        <input v-model="longer" maxlength="500" required class="field font-normal" />
        <span class="text-tiny font-normal text-ink-2">{{
          action.errors.value.longer ?? 'Stays inside, in the journal.'
        }}</span>
      </label>
      <label v-if="given?.length" class="font-semibold">
        Does it correct an earlier one?
        <select v-model="corrects" class="field font-normal">
          <option :value="null">No, it is news</option>
          <option v-for="one in given" :key="one.number" :value="one.number">
            Update {{ one.number }} was wrong: {{ one.text.slice(0, 60) }}
          </option>
        </select>
        <span v-if="corrects !== null" class="text-tiny font-normal text-ink-2"
          >It stays on the page, struck out, and whoever got it is told.</span
        >
      </label>
      <section aria-label="How it will read" class="border border-line bg-sheet p-3">
        <h3 class="mb-1">{{ stages.find((one) => one.value === stage)?.meaning }}</h3>
        <p>{{ text }}</p>
        <p v-if="meanwhile" class="mt-1"><strong>Meanwhile:</strong> {{ meanwhile }}</p>
        <p class="mt-1 text-small text-ink-2">Next update at {{ clockTime(now + minutes * 60_000) }}.</p>
        <ul class="mt-2 flex flex-wrap gap-x-4 text-small">
          <li v-for="service in draft.services" :key="service.name" class="flex items-center gap-1">
            <StateMark :state="service.state" :size="16" :label="false" />{{ service.name }}:
            {{ stateWords[service.state] }}
          </li>
        </ul>
      </section>
      <FoundInWords
        v-if="found.text.length || found.meanwhile.length || action.errors.value.despite"
        v-model="despite"
        :found="[...found.text, ...found.meanwhile]"
        :error="action.errors.value.despite"
        @show="show"
        @replace="replace"
      />
      <AudienceNote :incident="incident.id" />
      <div>
        <ActButton main type="submit" :data-first="unchanged ? '' : undefined" :busy="action.busy.value"
          >Publish update {{ number }}</ActButton
        >
      </div>
    </form>
  </SideSheet>
</template>
