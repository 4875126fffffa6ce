<script setup lang="ts">
import { computed, nextTick, ref, type Ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AudienceNote from '@/pages/Updates/AudienceNote.vue';
import FoundInWords from '@/components/FoundInWords.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { mended, placeOf, unreadWords } from '@/lib/foundInWords';
import { clockTime, useNow } from '@/lib/time';
import type { Choice, UpdateLine } from '@/lib/types';
import type { RoomIncident } from '@/pages/Incidents/room';
import type { UpdateDraft } from '@/pages/Updates/draft';
import UpdateFacts from '@/pages/Updates/UpdateFacts.vue';
import UpdateVersions from '@/pages/Updates/UpdateVersions.vue';
import { useWriting, type PlacedSlip } from '@/pages/Updates/writing';

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
const writing = useWriting(props.incident.id, () => props.draft, props.unchanged, props.incident.estimates);
const {
  stage,
  text,
  cause,
  meanwhile,
  counter,
  minutes,
  services,
  places,
  since,
  estimate,
  versions,
  known,
  isTextEdited,
  own,
  found,
  slips,
} = writing;
const longer = ref('');
const isLonger = computed(() => minutes.value > props.draft.next_minutes);
const number = ref(props.draft.number);
/** The one that was wrong, if this puts it right: whoever got it is told so. */
const corrects = ref<number | null>(null);
/** What disagrees with the record is mended, or goes out with a reason. */
const despite = ref('');
const textField = ref<HTMLTextAreaElement | null>(null);
const meanwhileField = ref<HTMLTextAreaElement | null>(null);
const others = ref<InstanceType<typeof UpdateVersions> | null>(null);
const mine = (slip: PlacedSlip): Ref<string> => (slip.part === 'meanwhile' ? meanwhile : text);
const show = async (slip: PlacedSlip): Promise<void> => {
  let field = slip.part === 'meanwhile' ? meanwhileField.value : textField.value;
  if (slip.version && slip.language) {
    const id = others.value?.show(slip.version, slip.language) ?? '';
    await nextTick();
    field = document.querySelector<HTMLTextAreaElement>(`#${id}`);
  }
  field?.focus();
  field?.setSelectionRange(...placeOf(field.value, slip));
};
const replace = (slip: PlacedSlip): void => {
  if (!slip.version) mine(slip).value = mended(mine(slip).value, slip);
  else
    versions.value = versions.value.map((one) =>
      one.version === slip.version && one.language === slip.language
        ? { ...one, text: mended(one.text, slip), isEdited: true }
        : one,
    );
};
/** What is refused of a fact or a version has no field of its own beside it. */
const otherTrouble = computed(
  () =>
    Object.entries(action.errors.value).find(([at]) =>
      /^(services|places|versions|cause|counter|since|estimate|at$)/.test(at),
    )?.[1],
);
const isOvertaken = computed(() => props.draft.number !== number.value);
const isReading = ref(false);
const publish = async (): Promise<void> => {
  if (isReading.value) return;
  isReading.value = true;
  await writing.upToDate();
  isReading.value = false;
  action.send(
    `/incidents/${props.incident.id}/updates`,
    {
      number: number.value,
      ...writing.sent(),
      next_minutes: minutes.value,
      despite: despite.value || null,
      longer: isLonger.value ? longer.value : null,
      corrects: corrects.value,
    } as never,
    () => {
      writing.clear();
      emit('close');
    },
  );
};
const asNext = (): void => {
  number.value = props.draft.number;
  void publish();
};
</script>

<template>
  <SideSheet open wide :title="`Update ${number} to the status page`" @close="emit('close')">
    <form class="grid gap-x-6 gap-y-4 lg:grid-cols-[18rem_minmax(0,1fr)_18rem]" @submit.prevent="publish">
      <UpdateFacts
        v-model:stage="stage"
        v-model:cause="cause"
        v-model:counter="counter"
        v-model:services="services"
        v-model:places="places"
        v-model:since="since"
        v-model:estimate="estimate"
        :stages="stages"
        :known="known"
        :drafted="draft.services"
      >
        <label class="font-semibold">
          Next update in
          <span class="flex flex-wrap items-center gap-2 font-normal"
            ><input v-model.number="minutes" type="number" min="5" max="10080" required class="field w-24" /> minutes,
            at {{ clockTime(now + minutes * 60_000) }}</span
          >
          <span class="text-tiny font-normal text-ink-2">{{
            action.errors.value.next_minutes ??
            `${draft.next_by} asks for one every ${draft.next_minutes} minutes. It appears among the running clocks.`
          }}</span>
        </label>
        <label v-if="isLonger" class="font-semibold">
          Why the next one may come later
          <input v-model="longer" maxlength="500" required class="field font-normal" />
          <span class="text-tiny font-normal text-ink-2">{{
            action.errors.value.longer ?? 'Stays inside, in the journal.'
          }}</span>
        </label>
      </UpdateFacts>
      <UpdateVersions
        ref="others"
        v-model="versions"
        :own="own"
        :is-text-edited="isTextEdited"
        :slips="slips"
        :found="found"
      >
        <div class="row-rule grid gap-x-4 py-2 sm:grid-cols-[9rem_1fr]">
          <div>
            <p class="font-semibold">Everybody</p>
            <p class="text-tiny text-ink-2">page, mails, messages, feeds</p>
            <p v-if="known && slips.every((one) => one.where) && !found.unread.length" class="text-tiny font-semibold">
              ✓ agrees with the facts
            </p>
          </div>
          <div class="grid gap-2">
            <label class="font-semibold">
              What is affected
              <textarea ref="textField" v-model="text" rows="4" maxlength="2000" required class="field font-normal" />
              <span class="flex justify-between text-tiny font-normal text-ink-2">
                <span>{{ action.errors.value.text ?? 'Drafted from the facts. Edit as you like.' }}</span>
                <button type="button" class="link" @click="writing.again()">Draft again</button>
              </span>
              <span v-if="found.unread.length" class="block text-small">{{ unreadWords(found.unread) }}</span>
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
          </div>
        </div>
      </UpdateVersions>
      <div class="grid content-start gap-4">
        <TroubleNote :text="action.errors.value.number ?? action.errors.value.action" />
        <p v-if="isOvertaken">
          <ActButton @click="asNext">Send mine as update {{ draft.number }}</ActButton>
        </p>
        <AudienceNote :incident="incident.id" />
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
        <FoundInWords
          v-if="slips.length || action.errors.value.despite"
          v-model="despite"
          :found="slips"
          :error="action.errors.value.despite"
          @show="(slip) => show(slip as PlacedSlip)"
          @replace="(slip) => replace(slip as PlacedSlip)"
        />
        <TroubleNote :text="otherTrouble" />
        <div>
          <ActButton main type="submit" :data-first="unchanged ? '' : undefined" :busy="isReading || action.busy.value"
            >Publish update {{ number }}</ActButton
          >
        </div>
      </div>
    </form>
  </SideSheet>
</template>
