<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import PublicShell from '@/components/PublicShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import type { AffectedLine, Question } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import AffectsMe from '@/pages/Updates/AffectsMe.vue';
import LostAddress from '@/pages/Updates/LostAddress.vue';
import { howBad } from '@/pages/Updates/answers';

/** Somebody outside tells of a problem: hears at once whether it is known, and checks what they wrote before it goes. */
const props = defineProps<{
  services: { id: string; name: string }[];
  sites: string[];
  affected: AffectedLine | null;
  questions: Record<string, Question[]>;
  mine: { ref: string; what: string; follow: string; told_at: string }[];
  service: string;
}>();
const UNSURE = '?';
const shared = useShared();
const service = ref(props.services.some((one) => one.id === props.service) ? props.service : '');
const site = ref('');
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
  service.value === UNSURE ? 'I am not sure' : (props.services.find((one) => one.id === service.value)?.name ?? ''),
);
const errors = computed(() => shared.value.errors);

/** Whether what is known affects them, as soon as they say what and where. */
const ask = useDebounceFn(() => {
  if (service.value === '' || service.value === UNSURE) return;
  router.reload({ only: ['affected'], data: { service: service.value, site: site.value } });
}, 250);
watch([service, site], () => void ask());
if (service.value) void ask();
watch(service, () => {
  answered.value = [];
  isSame.value = false;
});
const known = computed(() => (service.value === '' || service.value === UNSURE ? null : props.affected));

const summed = computed(() =>
  [
    ['Service', chosen.value],
    ['Where', site.value],
    ['What happens', what.value],
    ...asked.value.map((one, i) => [one.ask, answered.value[i] ?? '']),
    ...howBad.map((one) => [one.ask, one.choices.find((choice) => choice.value === bad.value[one.field])?.words ?? '']),
    ['Your name', name.value],
    ['Email address', email.value],
  ].filter(([, answer]) => answer !== ''),
);
const check = (): void => {
  checking.value = true;
  void nextTick(() => summary.value?.focus());
};
// What the server refuses stands at its field.
watch(errors, (now) => {
  if (Object.keys(now).length > 0) checking.value = false;
});

const send = (): void => {
  if (busy.value) return;
  busy.value = true;
  lost.value = false;
  router.post(
    '/report',
    {
      service: service.value === UNSURE ? null : service.value,
      site: site.value,
      what: what.value,
      name: name.value,
      email: email.value,
      answered: answered.value.map((one) => one ?? ''),
      ...Object.fromEntries(Object.entries(bad.value).map(([field, value]) => [field, value === '' ? null : value])),
      same: isSame.value ? (known.value?.incident ?? null) : null,
      send_key: key,
    },
    {
      preserveState: 'errors',
      onSuccess: () => clear(),
      onNetworkError: () => {
        lost.value = true;
      },
      onFinish: () => (busy.value = false),
    },
  );
};
</script>

<template>
  <PublicShell title="Report a problem">
    <section v-if="mine.length && !checking" class="mb-5 border-l-4 border-calm bg-sheet px-4 py-3">
      <h2 class="text-head! font-bold! text-ink!">What you reported already</h2>
      <p v-for="one in mine" :key="one.ref">
        <a :href="one.follow" class="link">{{ one.ref }}</a> “{{ one.what }}”, <TimeAgo :at="one.told_at" />
      </p>
    </section>
    <template v-if="checking">
      <h1 ref="summary" tabindex="-1" class="mb-1">Is this right?</h1>
      <p class="mb-4 text-ink-2">Nothing has been sent yet.</p>
      <dl class="mb-5">
        <div v-for="[label, answer] in summed" :key="label" class="row-rule py-2">
          <dt class="text-small text-ink-2">{{ label }}</dt>
          <dd class="whitespace-pre-line">{{ answer }}</dd>
        </div>
      </dl>
      <TroubleNote
        v-if="lost"
        text="Not sent: there is no connection. What you wrote is kept on this device; send it again when you are back."
      />
      <div class="flex flex-wrap gap-3">
        <ActButton main class="px-5! py-2.5!" :busy="busy" @click="send">Send</ActButton>
        <ActButton class="px-5! py-2.5!" @click="checking = false">Correct it</ActButton>
      </div>
    </template>
    <form v-else class="grid gap-5" @submit.prevent="check">
      <div>
        <h1 class="mb-1">What does not work?</h1>
        <p class="text-ink-2">You only need to report it once. Leave an email address to hear when it is fixed.</p>
      </div>
      <label class="font-semibold">
        Service
        <select v-model="service" class="field py-2.5 font-normal" required :aria-invalid="!!errors.service">
          <option value="" disabled>Choose one</option>
          <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
          <option :value="UNSURE">I am not sure</option>
        </select>
        <span v-if="errors.service" class="text-small text-call">{{ errors.service }}</span>
      </label>
      <label class="font-semibold">
        Where <span class="font-normal text-ink-2">(if it is in one place)</span>
        <input v-model="site" class="field py-2.5 font-normal" list="sites" maxlength="100" autocomplete="off" />
        <datalist id="sites"><option v-for="one in sites" :key="one" :value="one" /></datalist>
      </label>
      <AffectsMe v-if="known" v-model:same="isSame" :known="known" :service="chosen" />
      <label class="font-semibold">
        What happens
        <textarea
          v-model="what"
          rows="4"
          maxlength="2000"
          class="field font-normal"
          required
          :aria-invalid="!!errors.what"
          placeholder="For example: the barrier stays shut although the booking is for today"
        />
        <span v-if="errors.what" class="text-small text-call">{{ errors.what }}</span>
      </label>
      <label v-for="(one, i) in asked" :key="one.ask" class="font-semibold">
        {{ one.ask }} <span class="font-normal text-ink-2">(optional)</span>
        <input
          v-model="answered[i]"
          class="field py-2.5 font-normal"
          maxlength="300"
          autocomplete="off"
          :placeholder="one.example ? `For example: ${one.example}` : ''"
        />
      </label>
      <fieldset class="grid gap-5 sm:grid-cols-3">
        <legend class="sr-only">How bad it is</legend>
        <label v-for="one in howBad" :key="one.field" class="font-semibold">
          {{ one.ask }}
          <select v-model="bad[one.field]" class="field py-2.5 font-normal">
            <option value="">I cannot say</option>
            <option v-for="choice in one.choices" :key="choice.value" :value="choice.value">{{ choice.words }}</option>
          </select>
        </label>
      </fieldset>
      <div class="grid gap-5 sm:grid-cols-2">
        <label class="font-semibold"
          >Your name <span class="font-normal text-ink-2">(optional)</span
          ><input v-model="name" class="field py-2.5 font-normal" maxlength="100" autocomplete="name"
        /></label>
        <label class="font-semibold">
          Email address <span class="font-normal text-ink-2">(to hear when it is fixed)</span>
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
      <div>
        <ActButton main type="submit" class="px-5! py-2.5!">Check before sending</ActButton>
      </div>
    </form>
    <LostAddress v-if="!checking" class="mt-8" />
  </PublicShell>
</template>
