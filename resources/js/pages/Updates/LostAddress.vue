<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { FormWords } from '@/pages/Updates/formWords';

/** For a reporter who has lost the address of their report: it is mailed again, to the address that was left with it. */
const props = defineProps<{ words: FormWords; language: string }>();
const email = ref('');
const asked = ref(false);
const action = useAction();
const send = (): void =>
  action.send('/report/lost', { email: email.value, language: props.language }, () => (asked.value = true));
</script>

<template>
  <details class="border-t border-line pt-4">
    <summary class="cursor-pointer font-semibold">{{ words.lostAsk }}</summary>
    <p v-if="asked" class="mt-2" role="status">
      {{ words.lostDone }} <bdi>{{ email }}</bdi>
    </p>
    <form v-else class="mt-2 flex flex-wrap items-end gap-3" novalidate @submit.prevent="send">
      <label class="grow text-small font-semibold"
        >{{ words.lostField }}
        <input v-model="email" class="field py-2 font-normal" type="email" maxlength="200" autocomplete="email"
      /></label>
      <ActButton type="submit" class="px-4! py-2!" :busy="action.busy.value">{{ words.lostSend }}</ActButton>
    </form>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </details>
</template>
