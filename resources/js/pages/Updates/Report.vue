<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import PublicShell from '@/components/PublicShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import { useShared } from '@/lib/shared';

/** Somebody outside tells of a problem: sees at once whether it is known, and can tell it all the same. */
const props = defineProps<{
  services: { id: string; name: string }[];
  sites: string[];
  known: { services: string[]; text: string; since: string; incident: number | null }[];
  service: string;
}>();
const shared = useShared();
const service = ref(props.services.some((one) => one.id === props.service) ? props.service : '');
const site = ref('');
const { text: what, clear } = useDraft('report');
const { text: name } = useDraft('report-name');
const { text: email } = useDraft('report-mail');
/** Known problems of which the reporter says that theirs is the same. */
const same = ref<number[]>([]);
const busy = ref(false);
const lost = ref(false);
const key = newKey();
const chosen = computed(() => props.services.find((one) => one.id === service.value)?.name);
const knownOf = computed(() => props.known.filter((one) => chosen.value && one.services.includes(chosen.value)));
const errors = computed(() => shared.value.errors);

const send = (): void => {
  if (busy.value) return;
  busy.value = true;
  lost.value = false;
  router.post(
    '/report',
    {
      service: service.value,
      site: site.value,
      what: what.value,
      name: name.value,
      email: email.value,
      same: same.value[0] ?? null,
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
    <h1 class="mb-1">What does not work?</h1>
    <p class="mb-5 text-ink-2">You only need to report it once. Leave an email address to hear when it is fixed.</p>
    <form class="grid gap-5" @submit.prevent="send">
      <label class="font-semibold">
        Service
        <select v-model="service" class="field py-2.5 font-normal" required :aria-invalid="!!errors.service">
          <option value="" disabled>Choose one</option>
          <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <span v-if="errors.service" class="text-small text-call">{{ errors.service }}</span>
      </label>
      <section v-for="one in knownOf" :key="one.text" class="border-l-4 border-calm bg-sheet px-4 py-3" role="status">
        <h2 class="text-head! font-bold! text-ink!">We know of a problem with {{ chosen }}</h2>
        <p class="mt-1">{{ one.text }}</p>
        <p class="mt-1 text-small text-ink-2">
          Since <TimeAgo :at="one.since" />. <a href="/status" class="link">Follow it here</a>. If you see the same,
          there is no need to report it; if you do, we will tell you when it is fixed.
        </p>
        <label v-if="one.incident" class="mt-2 flex items-center gap-2"
          ><input v-model="same" type="checkbox" :value="one.incident" /> Mine is the same problem</label
        >
      </section>
      <label class="font-semibold">
        Where <span class="font-normal text-ink-2">(if it is in one place)</span>
        <input v-model="site" class="field py-2.5 font-normal" list="sites" maxlength="100" autocomplete="off" />
        <datalist id="sites"><option v-for="one in sites" :key="one" :value="one" /></datalist>
      </label>
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
      <TroubleNote
        v-if="lost"
        text="Not sent: there is no connection. What you wrote is kept on this device; send it again when you are back."
      />
      <div>
        <ActButton main type="submit" class="px-5! py-2.5!" :busy="busy">{{
          knownOf.length ? 'Send anyway' : 'Send'
        }}</ActButton>
      </div>
    </form>
  </PublicShell>
</template>
