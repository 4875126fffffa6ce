<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import FileList from '@/components/FileList.vue';
import FilePicker from '@/components/FilePicker.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { whenLost } from '@/lib/connection';
import { useDraft } from '@/lib/draft';
import { newKey } from '@/lib/key';
import type { TalkLine } from '@/lib/shapes';
import type { Phrases } from '@/pages/Updates/languages';

/** The conversation of a reporter with the desk: what was said, and a field to say more. */
const props = defineProps<{
  talk: TalkLine[];
  waitsForYou: boolean;
  closed: boolean;
  address: string;
  words: Phrases;
}>();
const { text, clear } = useDraft(`say-${props.address}`);
const urgent = ref(false);
const files = ref<File[]>([]);
const busy = ref(false);
const wrong = ref('');
/** The same words that are sent again are known by it; other words are a message of their own. */
let key = newKey();
let lost = '';
const send = (still: boolean): void => {
  if (busy.value) return;
  const sent = text.value;
  if (text.value.trim() === '') {
    wrong.value = still ? props.words.sayStill : props.words.writeFirst;
    return;
  }
  if (sent !== lost) key = newKey();
  lost = sent;
  busy.value = true;
  wrong.value = '';
  router.post(
    `${props.address}/say`,
    {
      text: sent,
      still,
      urgent: urgent.value,
      send_key: key,
      ...(files.value.length ? { files: files.value } : {}),
    },
    {
      preserveScroll: true,
      preserveState: true,
      onSuccess: () => {
        clear(sent);
        urgent.value = false;
        files.value = [];
        lost = '';
      },
      onError: (errors) => (wrong.value = Object.values(errors)[0] ?? ''),
      ...whenLost(() => {
        wrong.value = props.words.lost;
      }),
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
        :class="post.mine ? 'ms-8 border-line' : 'me-8 border-calm'"
      >
        <p class="text-small text-ink-2">
          <strong class="text-ink">{{ post.mine ? words.you : words.desk }}</strong>, <TimeAgo :at="post.at" />
        </p>
        <p class="whitespace-pre-line">{{ post.text }}</p>
        <FileList :files="post.files" :address="`${address}/files`" />
        <details v-if="post.original" class="text-small text-ink-2">
          <summary class="cursor-pointer">{{ words.translated }}. {{ words.original }}:</summary>
          <p class="whitespace-pre-line" dir="auto">{{ post.original }}</p>
        </details>
      </li>
    </ol>
    <form class="grid gap-2" @submit.prevent="send(closed)">
      <p v-if="waitsForYou" class="font-semibold" role="status">{{ words.waits }}</p>
      <label class="font-semibold"
        >{{ closed ? words.still : words.add }}
        <textarea v-model="text" rows="3" maxlength="2000" class="field font-normal" :aria-invalid="wrong !== ''" />
      </label>
      <label v-if="!closed" class="flex items-center gap-2"
        ><input v-model="urgent" type="checkbox" class="size-5 accent-[var(--ink)]" /> {{ words.urgent }}</label
      >
      <FilePicker v-model="files" :words="words.files" :remove="words.remove" />
      <TroubleNote :text="wrong" />
      <div>
        <ActButton type="submit" class="px-5! py-2.5!" :busy="busy">{{
          closed ? words.stillButton : words.send
        }}</ActButton>
      </div>
    </form>
  </section>
</template>
