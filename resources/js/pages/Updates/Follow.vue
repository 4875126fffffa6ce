<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import PublicShell from '@/components/PublicShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import FollowFields from '@/pages/Updates/FollowFields.vue';
import { followPhrases } from '@/pages/Updates/followWords';
import { languageAsked, preferred } from '@/pages/Updates/formWords';
import { directionOf } from '@/pages/Updates/languages';
import { noWishes, sentOf } from '@/pages/Updates/wishes';

/** Anybody asks to be told of problems: by mail or as a text message, once they have confirmed it there. */
defineProps<{ services: string[]; hasTexts: boolean }>();
const own: Record<string, string> = { en: 'English', no: 'Norsk', de: 'Deutsch', ar: 'العربية' };
const language = ref(languageAsked() ?? preferred(navigator.languages));
const words = computed(() => followPhrases(language.value));
const channel = ref<'mail' | 'text'>('mail');
const address = ref('');
const wishes = ref(noWishes());
const asked = ref(false);
const action = useAction();
const follow = (): void =>
  action.send(
    '/follow',
    { channel: channel.value, address: address.value, ...sentOf(wishes.value, language.value) },
    () => (asked.value = true),
  );
const trouble = computed(
  () => Object.entries(action.errors.value).find(([name]) => !/^(address|places|quiet|digest)/.test(name))?.[1],
);
</script>

<template>
  <PublicShell :title="words.title" :words="words">
    <div :lang="language" :dir="directionOf(language)">
      <h1 class="mb-1 text-2xl!">{{ words.title }}</h1>
      <p class="mb-4 text-ink-2">{{ words.intro }}</p>
      <section v-if="asked" role="status" class="border-l-4 border-calm bg-sheet px-4 py-3">
        <p class="font-semibold">{{ words.asked }}</p>
        <p class="mt-2">
          <button type="button" class="link min-h-6" @click="asked = false">{{ words.another }}</button>
        </p>
      </section>
      <form v-else class="grid gap-5" @submit.prevent="follow">
        <TroubleNote :text="trouble" />
        <fieldset class="grid gap-2">
          <legend class="mb-1 text-head font-bold">{{ words.where }}</legend>
          <div v-if="hasTexts" class="flex flex-wrap gap-x-5">
            <label v-for="one in ['mail', 'text'] as const" :key="one" class="flex items-center gap-2 py-1"
              ><input v-model="channel" type="radio" name="channel" :value="one" class="size-5" />
              {{ words[one] }}</label
            >
          </div>
          <label class="font-semibold"
            >{{ channel === 'mail' ? words.mailAddress : words.number }}
            <input
              v-model="address"
              class="field font-normal"
              dir="ltr"
              :type="channel === 'mail' ? 'email' : 'tel'"
              :autocomplete="channel === 'mail' ? 'email' : 'tel'"
              :placeholder="channel === 'mail' ? undefined : '+47 900 00 000'"
              maxlength="200"
              required
              :aria-invalid="action.errors.value.address ? 'true' : undefined"
            />
            <span v-if="action.errors.value.address" role="alert" class="text-small">{{
              action.errors.value.address
            }}</span></label
          >
          <label class="font-semibold"
            >{{ words.language }}
            <select v-model="language" class="field font-normal">
              <option v-for="(name, code) in own" :key="code" :value="code" :lang="code">{{ name }}</option>
            </select></label
          >
        </fieldset>
        <FollowFields v-model="wishes" :services="services" :words="words" :errors="action.errors.value" />
        <div>
          <ActButton main type="submit" class="px-5! py-2.5!" :busy="action.busy.value">{{ words.send }}</ActButton>
        </div>
        <p class="text-small text-ink-2">{{ words.other }}</p>
      </form>
    </div>
  </PublicShell>
</template>
