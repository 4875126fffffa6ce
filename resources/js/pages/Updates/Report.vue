<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { useDebounceFn, useLocalStorage } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import FilePicker from '@/components/FilePicker.vue';
import PublicShell from '@/components/PublicShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { whenLost } from '@/lib/connection';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import type { AffectedLine, Question } from '@/lib/shapes';
import AffectsMe from '@/pages/Updates/AffectsMe.vue';
import LostAddress from '@/pages/Updates/LostAddress.vue';
import { wrongFiles } from '@/lib/size';
import { howBad } from '@/pages/Updates/answers';
import { formLanguages, formWords, languageAsked, preferred } from '@/pages/Updates/formWords';
import { directionOf } from '@/pages/Updates/languages';

/** Somebody outside tells of a problem: hears at once whether it is known, and checks what they wrote before it goes. */
const props = defineProps<{
  services: { id: string; name: string }[];
  sites: string[];
  affected: AffectedLine | null;
  questions: Record<string, Question[]>;
  devices: { id: string; name: string }[];
  mine: { ref: string; what: string; follow: string; told_at: string }[];
  service: string;
}>();
const UNSURE = '?';
/** The reporter's own, until they choose another. */
const language = useLocalStorage('skarvo.report-language', preferred(navigator.languages));
const ofPage = languageAsked();
if (ofPage !== null) language.value = ofPage;
const words = computed(() => formWords(language.value));
const bads = computed(() => howBad(words.value));
const files = ref<File[]>([]);
const service = ref(props.services.some((one) => one.id === props.service) ? props.service : '');
const site = ref('');
const device = ref('');
const { text: what, clear } = useDraft('report');
const { text: name } = useDraft('report-name');
const { text: email } = useDraft('report-mail');
const bad = ref<Record<string, string>>({ stops: '', others: '', waits: '' });
const answered = ref<string[]>([]);
/** The reporter says that theirs is the same. */
const isSame = ref(false);
const checking = ref(false);
const summary = ref<HTMLElement | null>(null);
const busy = ref(false);
const lost = ref(false);
const key = newKey();
const asked = computed(() => props.questions[service.value] ?? []);
const chosen = computed(() =>
  service.value === UNSURE ? words.value.unsure : (props.services.find((one) => one.id === service.value)?.name ?? ''),
);
/** Of what is sent here: what the other forms of the page refuse stands at theirs. */
const errors = ref<Record<string, string>>({});

/** Of which service the server said last what is known. */
const saidOf = ref<string | null>(props.service || null);
let drop = (): void => undefined;
/** Whether what is known affects them, as soon as they say what and where. */
const ask = useDebounceFn(() => {
  // What comes for something else is no answer to this, whenever it comes.
  drop();
  const about = service.value;
  if (about === '' || about === UNSURE) return;
  router.reload({
    only: ['affected'],
    data: { service: about, site: site.value, language: language.value },
    onCancelToken: (token) => (drop = () => token.cancel()),
    onSuccess: () => (saidOf.value = about),
  });
}, 250);
watch([service, site, language], () => void ask());
if (service.value) void ask();
watch(service, () => (answered.value = []));
const known = computed(() => (saidOf.value === service.value ? props.affected : null));
// What they said of one incident they did not say of another.
watch(
  () => known.value?.incident,
  () => (isSame.value = false),
);

const summed = computed(() =>
  [
    [words.value.service, chosen.value],
    [words.value.where, site.value],
    [words.value.device, props.devices.find((one) => one.id === device.value)?.name ?? ''],
    [words.value.what, what.value],
    ...asked.value.map((one, i) => [one.ask, answered.value[i] ?? '']),
    ...bads.value.map((one) => [
      one.ask,
      one.choices.find((choice) => choice.value === bad.value[one.field])?.words ?? '',
    ]),
    [words.value.name, name.value],
    [words.value.email, email.value],
    [words.value.filesLabel, files.value.map((one) => one.name).join(', ')],
  ].filter(([, answer]) => answer !== ''),
);
const check = (): void => {
  checking.value = true;
  void nextTick(() => summary.value?.focus());
};

const send = (): void => {
  if (busy.value) return;
  busy.value = true;
  lost.value = false;
  router.post(
    '/report',
    {
      service: service.value === UNSURE ? null : service.value,
      site: site.value,
      device: device.value || null,
      what: what.value,
      name: name.value,
      email: email.value,
      answered: answered.value.map((one) => one ?? ''),
      ...Object.fromEntries(Object.entries(bad.value).map(([field, value]) => [field, value === '' ? null : value])),
      same: isSame.value ? (known.value?.incident ?? null) : null,
      language: language.value,
      ...(files.value.length ? { files: files.value } : {}),
      send_key: key,
    },
    {
      preserveState: 'errors',
      onSuccess: () => clear(),
      // What the server refuses stands at its field.
      onError: (told) => {
        errors.value = told;
        checking.value = false;
      },
      ...whenLost(() => {
        lost.value = true;
      }),
      onFinish: () => (busy.value = false),
    },
  );
};
</script>

<template>
  <PublicShell :title="words.navReport" :words="words">
    <div :lang="language" :dir="directionOf(language)">
      <p v-if="!checking" class="mb-4 flex flex-wrap gap-x-4 text-small" aria-label="Language">
        <button
          v-for="one in formLanguages"
          :key="one.code"
          type="button"
          :lang="one.code"
          class="min-h-6"
          :class="one.code === language ? 'font-semibold' : 'link'"
          :aria-pressed="one.code === language"
          @click="language = one.code"
        >
          {{ one.name }}
        </button>
      </p>
      <section v-if="mine.length && !checking" class="mb-5 border-l-4 border-calm bg-sheet px-4 py-3">
        <h2 class="text-head! font-bold! text-ink!">{{ words.already }}</h2>
        <p v-for="one in mine" :key="one.ref">
          <a :href="one.follow" class="link">{{ one.ref }}</a> “{{ one.what }}”, <TimeAgo :at="one.told_at" />
        </p>
      </section>
      <template v-if="checking">
        <h1 ref="summary" tabindex="-1" class="mb-1">{{ words.right }}</h1>
        <p class="mb-4 text-ink-2">{{ words.notSent }}</p>
        <dl class="mb-5">
          <div v-for="[label, answer] in summed" :key="label" class="row-rule py-2">
            <dt class="text-small text-ink-2">{{ label }}</dt>
            <dd class="whitespace-pre-line">{{ answer }}</dd>
          </div>
        </dl>
        <TroubleNote v-if="lost" :text="words.lost" />
        <div class="flex flex-wrap gap-3">
          <ActButton main class="px-5! py-2.5!" :busy="busy" @click="send">{{ words.send }}</ActButton>
          <ActButton class="px-5! py-2.5!" @click="checking = false">{{ words.correct }}</ActButton>
        </div>
      </template>
      <form v-else class="grid gap-5" @submit.prevent="check">
        <div>
          <h1 class="mb-1">{{ words.title }}</h1>
          <p class="text-ink-2">{{ words.once }}</p>
        </div>
        <label class="font-semibold">
          {{ words.service }}
          <select v-model="service" class="field py-2.5 font-normal" required :aria-invalid="!!errors.service">
            <option value="" disabled>{{ words.chooseOne }}</option>
            <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
            <option :value="UNSURE">{{ words.unsure }}</option>
          </select>
          <span v-if="errors.service" class="text-small text-call">{{ errors.service }}</span>
        </label>
        <label class="font-semibold">
          {{ words.where }} <span class="font-normal text-ink-2">{{ words.whereHint }}</span>
          <input v-model="site" class="field py-2.5 font-normal" list="sites" maxlength="100" autocomplete="off" />
          <datalist id="sites"><option v-for="one in sites" :key="one" :value="one" /></datalist>
        </label>
        <label v-if="devices.length" class="font-semibold">
          {{ words.device }} <span class="font-normal text-ink-2">{{ words.optional }}</span>
          <select v-model="device" class="field py-2.5 font-normal" :aria-invalid="!!errors.device">
            <option value="">{{ words.noDevice }}</option>
            <option v-for="one in devices" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
          <span v-if="errors.device" class="text-small text-call">{{ errors.device }}</span>
        </label>
        <AffectsMe
          v-if="known"
          v-model:same="isSame"
          :known="known"
          :service="chosen"
          :words="words"
          :language="language"
        />
        <label class="font-semibold">
          {{ words.what }}
          <textarea
            v-model="what"
            rows="4"
            maxlength="2000"
            class="field font-normal"
            required
            :aria-invalid="!!errors.what"
            :placeholder="words.whatHint"
          />
          <span v-if="errors.what" class="text-small text-call">{{ errors.what }}</span>
        </label>
        <label v-for="(one, i) in asked" :key="one.ask" class="font-semibold">
          {{ one.ask }} <span class="font-normal text-ink-2">{{ words.optional }}</span>
          <input
            v-model="answered[i]"
            class="field py-2.5 font-normal"
            maxlength="300"
            autocomplete="off"
            :placeholder="one.example ? `${words.example}: ${one.example}` : ''"
          />
        </label>
        <fieldset class="grid gap-5 sm:grid-cols-3">
          <legend class="sr-only">{{ words.howBad }}</legend>
          <label v-for="one in bads" :key="one.field" class="font-semibold">
            {{ one.ask }}
            <select v-model="bad[one.field]" class="field py-2.5 font-normal">
              <option value="">{{ words.cannotSay }}</option>
              <option v-for="choice in one.choices" :key="choice.value" :value="choice.value">
                {{ choice.words }}
              </option>
            </select>
          </label>
        </fieldset>
        <div class="grid gap-5 sm:grid-cols-2">
          <label class="font-semibold"
            >{{ words.name }} <span class="font-normal text-ink-2">{{ words.optional }}</span><input
              v-model="name"
              class="field py-2.5 font-normal"
              maxlength="100"
              autocomplete="name"
          /></label>
          <label class="font-semibold">
            {{ words.email }} <span class="font-normal text-ink-2">{{ words.emailHint }}</span>
            <input
              v-model="email"
              class="field py-2.5 font-normal"
              type="email"
              maxlength="200"
              autocomplete="email"
              :aria-invalid="!!errors.email"
            />
            <span v-if="errors.email" class="text-small text-call">{{ errors.email }}</span>
          </label>
        </div>
        <FilePicker v-model="files" :words="words.files" :remove="words.remove" :wrong="wrongFiles(errors)" />
        <div>
          <ActButton main type="submit" class="px-5! py-2.5!">{{ words.check }}</ActButton>
        </div>
      </form>
    </div>
    <LostAddress
      v-if="!checking"
      class="mt-8"
      :words="words"
      :language="language"
      :lang="language"
      :dir="directionOf(language)"
    />
  </PublicShell>
</template>
