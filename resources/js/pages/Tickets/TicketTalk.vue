<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import FileList from '@/components/FileList.vue';
import FilePicker from '@/components/FilePicker.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { wrongFiles } from '@/lib/size';
import AsWritten from '@/pages/Tickets/AsWritten.vue';
import { directionOf, languageNames } from '@/pages/Updates/languages';
import type { TicketDetail } from '@/pages/Tickets/tickets';

/** What was said on a ticket. What the reporter reads and what stays inside are two forms that cannot be mistaken. */
const props = defineProps<{ ticket: TicketDetail; mayWork: boolean }>();
const { text: answer, clear: clearAnswer } = useDraft(`ticket-answer-${props.ticket.id}`);
const { text: note, clear: clearNote } = useDraft(`ticket-note-${props.ticket.id}`);
const answerFiles = ref<File[]>([]);
const noteFiles = ref<File[]>([]);
const attached = (files: File[]): { files?: File[] } => (files.length ? { files } : {});
/** All that is said about a task stays inside: there is one form, and it cannot be mistaken. */
const isTask = computed(() => props.ticket.kind === 'task');
const noting = ref(note.value !== '' || (isTask.value && props.ticket.state !== 'done'));
const waits = ref(true);
const answering = useAction();
const keeping = useAction();
const answerField = ref<HTMLTextAreaElement | null>(null);
const noteField = ref<HTMLTextAreaElement | null>(null);
const foreign = computed(() =>
  props.ticket.language && props.ticket.translated ? (languageNames[props.ticket.language] ?? '') : '',
);
const who = props.ticket.name ?? 'the reporter';
const send = (): void => {
  const sent = answer.value;
  if (sent.trim() === '') return;
  // The keys are for the pile again, also if what was sent is seen before the answer to it has come.
  answerField.value?.blur();
  answering.send(
    `/tickets/${props.ticket.id}/answer`,
    { text: sent, internal: false, waits: waits.value, ...attached(answerFiles.value) },
    () => {
      clearAnswer(sent);
      answerFiles.value = [];
    },
  );
};
const keep = (): void => {
  const sent = note.value;
  if (sent.trim() === '') return;
  keeping.send(
    `/tickets/${props.ticket.id}/answer`,
    { text: sent, internal: true, ...attached(noteFiles.value) },
    () => {
      clearNote(sent);
      noteFiles.value = [];
      noting.value = isTask.value || note.value !== '';
    },
  );
};
const startNote = (): void => {
  noting.value = true;
  void nextTick(() => noteField.value?.focus());
};
defineExpose({ focus: () => answerField.value?.focus(), note: startNote });
</script>

<template>
  <div class="grid gap-3">
    <ol class="grid gap-2" aria-label="Conversation">
      <li
        v-for="post in ticket.posts"
        :key="post.id"
        class="rounded-edge border px-3 py-2"
        :class="
          isTask
            ? 'mr-14 border-line bg-sheet'
            : post.internal
              ? 'internal ml-10 border-dashed border-edge'
              : post.by
                ? 'mr-14 border-line bg-sheet'
                : 'mr-14 border-calm bg-sheet'
        "
      >
        <p class="text-small text-ink-2">
          <strong v-if="post.internal && !isTask" class="text-ink">Internal</strong>
          {{ post.by ? (post.internal ? post.by : `${post.by} to ${who}`) : (ticket.name ?? 'The reporter') }},
          <TimeAgo :at="post.at" />
        </p>
        <template v-if="post.text && post.translated">
          <p v-if="post.by === null" class="whitespace-pre-line">{{ post.translated.text }}</p>
          <p v-else class="whitespace-pre-line">{{ post.text }}</p>
          <AsWritten
            v-if="post.by === null"
            :translated="post.translated"
            :original="post.text"
            :ticket="ticket.id"
            :post="post.id"
            :may-work="mayWork"
          />
          <p v-else class="mt-1 border-l-2 border-line pl-2 text-small text-ink-2">
            They read:
            <span
              class="block whitespace-pre-line text-ink"
              :lang="post.translated.to"
              :dir="directionOf(post.translated.to)"
              >{{ post.translated.text }}</span
            >
          </p>
        </template>
        <p v-else class="whitespace-pre-line">{{ post.text ?? 'Erased.' }}</p>
        <FileList :files="post.files" address="/files" />
      </li>
    </ol>
    <template v-if="mayWork">
      <form
        v-if="ticket.state !== 'done' && !isTask"
        class="rounded-edge border-[1.5px] border-ink bg-sheet p-2.5"
        @submit.prevent="send"
      >
        <label class="sr-only" for="answer">Answer to {{ who }}</label>
        <textarea
          id="answer"
          ref="answerField"
          v-model="answer"
          rows="3"
          maxlength="4000"
          class="w-full resize-y bg-transparent outline-offset-4 placeholder:text-ink-3"
          :placeholder="`What ${who} will read (a)`"
          @keydown.ctrl.enter="send"
          @keydown.meta.enter="send"
        />
        <FilePicker v-model="answerFiles" :wrong="wrongFiles(answering.errors.value)" />
        <TroubleNote :text="answering.errors.value.text ?? answering.errors.value.action" />
        <div class="flex flex-wrap items-center gap-x-4 gap-y-2 text-small">
          <span v-if="foreign" class="font-semibold">They read it in {{ foreign }}.</span>
          <span class="text-ink-2">{{
            ticket.mailed ? 'On their page and by mail' : 'On their page only: they left no address'
          }}</span>
          <label class="flex items-center gap-1.5"
            ><input v-model="waits" type="checkbox" class="size-4 accent-[var(--ink)]" /> then wait for them</label
          >
          <span class="ml-auto flex gap-2">
            <ActButton v-if="!noting" shortcut="i" @click="startNote">Internal note</ActButton>
            <ActButton main type="submit" shortcut="Ctrl Enter" :busy="answering.busy.value"
              >Send to {{ who }}</ActButton
            >
          </span>
        </div>
      </form>
      <form
        v-if="noting"
        class="rounded-edge border-2 p-2.5"
        :class="isTask ? 'border-ink bg-sheet' : 'internal border-dashed border-edge'"
        @submit.prevent="keep"
      >
        <label class="text-small font-semibold" for="note">{{
          isTask ? `Say to ${ticket.team ?? 'the desk'} and the desk` : 'Internal note: nobody outside ever reads it'
        }}</label>
        <textarea
          id="note"
          ref="noteField"
          v-model="note"
          rows="2"
          maxlength="4000"
          class="w-full resize-y bg-sheet p-1 outline-offset-2"
        />
        <TroubleNote :text="keeping.errors.value.text ?? keeping.errors.value.action" />
        <div class="flex flex-wrap items-center gap-3">
          <ActButton type="submit" :busy="keeping.busy.value">{{ isTask ? 'Say it' : 'Keep the note' }}</ActButton>
          <button v-if="!isTask" type="button" class="link text-small" @click="noting = false">Cancel</button>
          <FilePicker
            v-if="!isTask"
            v-model="noteFiles"
            words="Add pictures or files for us alone"
            :wrong="wrongFiles(keeping.errors.value)"
          />
        </div>
      </form>
      <p v-else-if="ticket.state === 'done'" class="text-small text-ink-2">
        {{ isTask ? 'Done, or not needed any more.' : 'Closed. Its reporter can open it again.' }}
        <button type="button" class="link" @click="startNote">Internal note</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.internal {
  background: repeating-linear-gradient(135deg, var(--shade) 0 6px, var(--paper) 6px 12px);
}
.internal > p,
.internal > label {
  background: var(--paper);
  padding-inline: 0.25rem;
}
</style>
