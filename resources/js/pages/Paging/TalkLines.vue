<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useDraft } from '@/lib/draft';
import type { MessageLine, RoomTalk } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockTime } from '@/lib/time';
import { useRoom } from '@/pages/Incidents/roomState';
import type { Named } from '@/lib/types';
import WhoField, { whoSent } from '@/components/WhoField.vue';

/** The conversation: the end of what was said, a line to say more, and what becomes of a message. */
const props = defineProps<{ talk: RoomTalk; teams: Named[] }>();
const { incident, isOpen } = useRoom();
const shared = useShared();
const action = useAction();
const making = useAction();
const { text, clear } = useDraft(`talk-${incident.value.id}`);
const list = ref<HTMLElement | null>(null);
const field = ref<HTMLInputElement | null>(null);
/** Of which message something is being made; and for whom, where it is a task. */
const chosen = ref<number | null>(null);
const [isTask, who] = [ref(false), ref('')];
const may = computed(() => shared.value.me?.may ?? []);
const ways = computed(() => [
  { into: 'fact', words: 'Fact' },
  { into: 'decision', words: 'Decision' },
  ...(isOpen.value && may.value.includes('set-stage') ? [{ into: 'hypothesis', words: 'Hypothesis' }] : []),
  ...(isOpen.value && may.value.includes('work-tickets') ? [{ into: 'task', words: 'Task…' }] : []),
]);
const toEnd = (): void => void nextTick(() => list.value?.scrollTo({ top: list.value.scrollHeight }));
watch(() => props.talk.messages.at(-1)?.id, toEnd);
onMounted(toEnd);
const say = (): void => {
  const sent = text.value;
  if (sent.trim() === '') return;
  action.send(`/incidents/${incident.value.id}/talk/say`, { text: sent }, () => clear(sent));
};
const make = (message: MessageLine, into: string): void => {
  if (into === 'task' && !isTask.value) {
    isTask.value = true;
    return;
  }
  making.send(`/messages/${message.id}/make`, { into, ...whoSent(who.value) }, () => {
    chosen.value = null;
    isTask.value = false;
    who.value = '';
  });
};
const toggle = (id: number): void => {
  chosen.value = chosen.value === id ? null : id;
  isTask.value = false;
};
useCommands(() =>
  props.talk.conversation ? [{ name: 'Say something in the conversation', run: () => field.value?.focus() }] : [],
);
</script>

<template>
  <div v-if="talk.conversation || talk.messages.length" class="mt-2 text-small">
    <p class="text-ink-2">
      Conversation{{ talk.conversation ? ` ${talk.conversation.name}` : ', closed'
      }}{{ talk.messages.length === 0 ? ': nothing said yet' : '' }}
    </p>
    <p v-if="talk.conversation?.trouble" class="font-semibold text-call">
      The chat did not take it: {{ talk.conversation.trouble }}. What is said stands here all the same.
    </p>
    <ol
      ref="list"
      class="relative mt-1 max-h-64 overflow-y-auto border-l-2 border-line pl-2"
      tabindex="0"
      aria-label="What was said"
    >
      <li v-for="one in talk.messages" :key="one.id" class="py-1">
        <p class="break-words whitespace-pre-line">
          <time :datetime="one.at" class="font-mono text-tiny text-ink-3">{{ clockTime(one.at).slice(-5) }}</time>
          <strong>&nbsp;{{ one.by }}</strong
          >&ensp;{{ one.text }}
        </p>
        <p class="text-tiny">
          <span v-if="one.made" class="text-ink-3">made {{ one.made }}</span>
          <button v-else type="button" class="link min-h-6" :aria-expanded="chosen === one.id" @click="toggle(one.id)">
            Make it…<span class="sr-only"> something: {{ one.text }}</span>
          </button>
        </p>
        <div v-if="chosen === one.id" class="grid gap-1">
          <p class="flex flex-wrap gap-2">
            <ActButton
              v-for="way in ways"
              :key="way.into"
              :busy="making.busy.value"
              :aria-pressed="way.into === 'task' ? isTask : undefined"
              @click="make(one, way.into)"
              >{{ way.into === 'task' && isTask ? 'Give the task' : way.words }}</ActButton
            >
          </p>
          <label v-if="isTask" class="font-semibold">Who does it <WhoField v-model="who" :teams="teams" desk /></label>
          <TroubleNote :text="Object.values(making.errors.value)[0]" />
        </div>
      </li>
    </ol>
    <form v-if="talk.conversation && isOpen" class="mt-1 flex items-end gap-2" @submit.prevent="say">
      <label class="min-w-0 flex-1"
        ><span class="sr-only">Say in the conversation</span>
        <input
          ref="field"
          v-model="text"
          class="field py-1"
          maxlength="2000"
          placeholder="Say in the conversation"
          autocomplete="off"
      /></label>
      <ActButton type="submit" :busy="action.busy.value">Say it</ActButton>
    </form>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </div>
</template>
