<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import type { TalkLine } from '@/lib/shapes';

/** The conversation of a reporter with the desk: what was said, and a field to say more. */
const props = defineProps<{ talk: TalkLine[]; waitsForYou: boolean; closed: boolean; address: string }>();
const { text, clear } = useDraft(`say-${props.address}`);
const urgent = ref(false);
const busy = ref(false);
const wrong = ref('');
let key = newKey();
const send = (still: boolean): void => {
  if (busy.value) return;
  if (text.value.trim() === '') {
    wrong.value = still ? 'Say in a few words what still does not work.' : 'Write a few words first.';
    return;
  }
  busy.value = true;
  wrong.value = '';
  router.post(
    `${props.address}/say`,
    { text: text.value, still, urgent: urgent.value, send_key: key },
    {
      preserveScroll: true,
      preserveState: true,
      onSuccess: () => {
        clear();
        urgent.value = false;
        key = newKey();
      },
      onError: (errors) => (wrong.value = Object.values(errors)[0] ?? ''),
      onNetworkError: () => {
        wrong.value = 'Not sent: there is no connection. What you wrote is kept on this device.';
      },
      onFinish: () => (busy.value = false),
    },
  );
};
</script>

<template>
  <section aria-label="Conversation" class="mt-5 grid gap-3">
    <ol v-if="talk.length" class="grid gap-2">
      <li
        v-for="post in talk"
        :key="post.id"
        class="rounded-edge border bg-sheet px-3 py-2"
        :class="post.mine ? 'ml-8 border-line' : 'mr-8 border-calm'"
      >
        <p class="text-small text-ink-2">
          <strong class="text-ink">{{ post.mine ? 'You' : 'The desk' }}</strong>, <TimeAgo :at="post.at" />
        </p>
        <p class="whitespace-pre-line">{{ post.text }}</p>
      </li>
    </ol>
    <form class="grid gap-2" @submit.prevent="send(closed)">
      <p v-if="waitsForYou" class="font-semibold" role="status">We wait for your answer.</p>
      <label class="font-semibold"
        >{{ closed ? 'Does it still not work? Say what happens' : 'Add something' }}
        <textarea v-model="text" rows="3" maxlength="2000" class="field font-normal" :aria-invalid="wrong !== ''" />
      </label>
      <label v-if="!closed" class="flex items-center gap-2"
        ><input v-model="urgent" type="checkbox" class="size-5 accent-[var(--ink)]" /> It is more urgent than you think,
        as I say above</label
      >
      <TroubleNote :text="wrong" />
      <div>
        <ActButton type="submit" class="px-5! py-2.5!" :busy="busy">{{
          closed ? 'It still does not work' : 'Send'
        }}</ActButton>
      </div>
    </form>
  </section>
</template>
