<script setup lang="ts">
import { ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { AffectedLine } from '@/lib/shapes';
import type { FormWords } from '@/pages/Updates/formWords';

/** Whether what is known affects whoever reports, and if it does, the offer to hear when it is over. */
const props = defineProps<{ known: AffectedLine; service: string; words: FormWords; language: string }>();
const same = defineModel<boolean>('same', { required: true });
const email = ref('');
const promised = ref(false);
const action = useAction();
watch(
  () => props.known.incident,
  () => (promised.value = false),
);
const hear = (): void =>
  action.send(
    '/report/hear',
    { email: email.value, incident: props.known.incident, language: props.language },
    () => (promised.value = true),
  );
</script>

<template>
  <section class="border-l-4 border-calm bg-sheet px-4 py-3" role="status">
    <h2 class="text-head! font-bold! text-ink!">{{ words[`affects_${known.answer}`] }}</h2>
    <p v-if="known.text" class="mt-1">{{ known.text }}</p>
    <p v-if="known.said" class="mt-1" dir="auto">{{ known.said }}</p>
    <p v-if="known.meanwhile" class="mt-1">
      <strong>{{ words.meanwhile }}</strong> <bdi>{{ known.meanwhile }}</bdi>
    </p>
    <p v-if="known.incident" class="mt-1 text-small text-ink-2">
      <template v-if="known.since">{{ words.since }} <TimeAgo :at="known.since" />. </template>
      <template v-if="known.next">{{ words.next }} <TimeAgo :at="known.next" />. </template>
      <a href="/status" class="link">{{ words.followHere }}</a>
    </p>
    <p v-if="known.answer === 'no'" class="mt-1 text-small text-ink-2">
      {{ words.first }}
    </p>
    <template v-if="known.answer === 'yes'">
      <p v-if="promised" class="mt-3 font-semibold">
        {{ words.willWrite }}
      </p>
      <div v-else class="mt-3 flex flex-wrap items-end gap-3">
        <label class="grow text-small font-semibold"
          >{{ words.noNeed }}
          <input
            v-model="email"
            class="field py-2 font-normal"
            type="email"
            maxlength="200"
            autocomplete="email"
            @keydown.enter.prevent="hear"
        /></label>
        <ActButton class="px-4! py-2!" :busy="action.busy.value" @click="hear">{{ words.tellMe }}</ActButton>
      </div>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
    </template>
    <label v-if="known.incident && !promised" class="mt-2 flex items-center gap-2"
      ><input v-model="same" type="checkbox" class="size-5 accent-[var(--ink)]" /> {{ words.same }}</label
    >
  </section>
</template>
