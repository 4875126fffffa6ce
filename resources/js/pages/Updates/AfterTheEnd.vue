<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { Phrases } from '@/pages/Updates/languages';

/** Two questions to a reporter once it is over. */
const props = defineProps<{ address: string; helped: boolean | null; better: string | null; words: Phrases }>();
const helped = ref<boolean | null>(props.helped);
const better = ref(props.better ?? '');
const done = ref(props.helped !== null);
const action = useAction();
const send = (): void =>
  action.send(`${props.address}/judge`, { helped: helped.value, better: better.value }, () => (done.value = true));
</script>

<template>
  <section class="mt-6 border-t border-line pt-4" :aria-label="words.questions">
    <p v-if="done" role="status">
      {{ helped ? words.thanksYes : words.thanksNo }} {{ better ? `“${better}”` : '' }}
      <button type="button" class="link" @click="done = false">{{ words.change }}</button>
    </p>
    <form v-else class="grid gap-3" @submit.prevent="send">
      <fieldset>
        <legend class="font-semibold">{{ words.helped }}</legend>
        <label class="mr-6 inline-flex items-center gap-2 py-1.5"
          ><input v-model="helped" type="radio" :value="true" name="helped" class="size-5 accent-[var(--ink)]" />
          {{ words.yes }}</label
        >
        <label class="inline-flex items-center gap-2 py-1.5"
          ><input v-model="helped" type="radio" :value="false" name="helped" class="size-5 accent-[var(--ink)]" />
          {{ words.no }}</label
        >
      </fieldset>
      <label class="font-semibold"
        >{{ words.better }} <span class="font-normal text-ink-2">{{ words.optional }}</span>
        <textarea v-model="better" rows="2" maxlength="1000" class="field font-normal" />
      </label>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <div>
        <ActButton type="submit" class="px-5! py-2.5!" :busy="action.busy.value">{{ words.answer }}</ActButton>
      </div>
    </form>
  </section>
</template>
