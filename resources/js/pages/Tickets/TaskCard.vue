<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { useShared } from '@/lib/shared';
import { millis, remaining, useNow } from '@/lib/time';
import PassOn from '@/pages/Tickets/PassOn.vue';
import type { Named, OwnTask } from '@/pages/Tickets/tickets';

/** One task, one's own or one's team's: taken, talked about with the desk, held up, passed on, done or not. */
const props = defineProps<{ task: OwnTask; teams: Named[] }>();
const action = useAction();
const shared = useShared();
const now = useNow();
const { text, clear } = useDraft(`task-${props.task.id}`);
const talking = ref(text.value !== '');
const passing = ref(false);
const left = computed(() => (props.task.due === null ? null : millis(props.task.due) - now.value));
const isMine = computed(() => props.task.holder !== null && props.task.holder.id === shared.value.me?.id);
const say = (): void => {
  const sent = text.value;
  if (sent.trim() === '') return;
  action.send(`/tasks/${props.task.id}/say`, { text: sent }, () => {
    clear(sent);
    talking.value = text.value !== '';
  });
};
</script>

<template>
  <article>
    <h2 class="text-body! font-semibold text-ink!">{{ task.text }}</h2>
    <p class="text-small text-ink-2">
      {{ task.ref }}, {{ task.service }}{{ task.place ? `, ${task.place}` : '' }}, <TimeAgo :at="task.made_at" />{{
        task.must ? '. It cannot end before this is done.' : ''
      }}
    </p>
    <p class="text-small">
      <strong>{{ isMine ? 'You have it' : task.holder ? `${task.holder.name} has it` : 'Nobody has it yet' }}</strong>,
      <span class="text-ink-2">priority {{ task.priority }}</span
      ><span v-if="left !== null" :class="left < 0 ? 'font-semibold text-call' : 'text-ink-2'"
        >, {{ left < 0 ? `overdue by ${remaining(-left)}` : `${remaining(left)} left` }}</span
      >
    </p>
    <p v-if="task.blocked" class="text-small font-semibold text-call">Blocked: {{ task.blocked }}</p>
    <PassOn v-if="passing" :task="task" :teams="teams" @done="passing = false" />
    <ol v-if="task.said.length" class="mt-1.5 grid gap-1.5 text-small" aria-label="What was said">
      <li v-for="one in task.said" :key="one.id" class="border-l-2 border-line pl-2">
        <span class="text-ink-2">{{ one.by }}, <TimeAgo :at="one.at" /></span>
        <span class="block whitespace-pre-line">{{ one.text ?? 'Erased.' }}</span>
      </li>
    </ol>
    <form v-if="talking" class="mt-2 grid gap-2" @submit.prevent="say">
      <label class="text-small font-semibold"
        >Say to the desk
        <textarea v-model="text" rows="2" class="field font-normal" maxlength="4000" autofocus />
      </label>
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Say it</ActButton>
        <button type="button" class="link text-small" @click="talking = false">Cancel</button>
      </p>
    </form>
    <TroubleNote :text="Object.values(action.errors.value)[0]" class="mt-1" />
    <div class="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
      <ActButton
        v-if="task.own && !isMine"
        class="px-4! py-2!"
        :busy="action.busy.value"
        :aria-label="`Take: ${task.text}`"
        @click="action.send(`/tasks/${task.id}/take`, { whose: task.holder?.id ?? '' })"
        >Take it</ActButton
      >
      <ActButton
        main
        class="px-4! py-2!"
        :busy="action.busy.value"
        :aria-label="`Done: ${task.text}`"
        @click="action.send(`/tasks/${task.id}/settle`, { state: 'done' })"
        >Done</ActButton
      >
      <ActButton
        v-if="task.own && !talking"
        class="px-4! py-2!"
        :aria-label="`Say something about: ${task.text}`"
        @click="talking = true"
        >Say something…</ActButton
      >
      <ActButton v-if="!passing" class="px-4! py-2!" :aria-label="`Pass on: ${task.text}`" @click="passing = true"
        >Pass on…</ActButton
      >
      <ActButton
        v-if="task.blocked"
        class="px-4! py-2!"
        :busy="action.busy.value"
        :aria-label="`It goes on: ${task.text}`"
        @click="action.send(`/tasks/${task.id}/block`, { blocked: false })"
        >It goes on</ActButton
      >
      <WhyForm
        v-else
        words="Blocked…"
        :about="task.text"
        question="What it waits for"
        button="Say so"
        :url="`/tasks/${task.id}/block`"
        :data="{ blocked: true }"
      />
      <WhyForm
        words="Cannot be done…"
        :about="task.text"
        question="Why not"
        button="Say so"
        :url="`/tasks/${task.id}/settle`"
        :data="{ state: 'skipped' }"
      />
    </div>
  </article>
</template>
