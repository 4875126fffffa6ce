<script setup lang="ts">
import { ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import { clockOf } from '@/lib/time';

/** Turns that were kept in a calendar: whom they name and what they change, before they are taken. */
interface Preview {
  turns: number;
  /** How the rota stands. */
  seen: string;
  refused: { what: string; why: string }[];
  changes: { from: number; to: number; was: string; is: string }[];
}
const props = defineProps<{ rota: string; zone: string }>();
const clockTime = clockOf(props.zone);
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const chosen = ref<File | null>(null);
const preview = ref<Preview | null>(null);
const trouble = ref<string | undefined>();
const token = (): string => decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');
const choose = (event: Event): Promise<void> => look((event.target as HTMLInputElement).files?.[0] ?? null);
const look = async (file: File | null): Promise<void> => {
  chosen.value = file;
  preview.value = null;
  trouble.value = undefined;
  if (!file) return;
  const body = new FormData();
  body.append('file', file);
  try {
    const answer = await fetch(`/on-call/${props.rota}/calendar/preview`, {
      method: 'POST',
      body,
      headers: { Accept: 'application/json', 'X-XSRF-TOKEN': token() },
    });
    const told = (await answer.json()) as Preview & { message?: string };
    // What is taken is the file that stands there now: its turns are the ones to see before.
    if (chosen.value !== file) return;
    if (answer.ok) preview.value = told;
    else trouble.value = told.message ?? 'This file could not be read.';
  } catch {
    trouble.value = 'No connection. Choose the file again when it is back.';
  }
};
const take = (): void =>
  action.send(`/on-call/${props.rota}/calendar`, { file: chosen.value, seen: preview.value?.seen ?? '' }, () =>
    emit('close'),
  );
// The rota is another than it was: what the calendar changes of it is looked at anew, and why stays said.
watch(
  () => action.errors.value.seen,
  (why) => why && void look(chosen.value),
);
</script>

<template>
  <SideSheet open title="Take turns from a calendar" @close="emit('close')">
    <form class="grid gap-4 text-small" @submit.prevent="take">
      <TroubleNote :text="trouble ?? Object.values(action.errors.value)[0]" />
      <p class="text-ink-2">
        Each event is a turn. The person is given by a guest’s email address, or by the name at the start of the event’s
        title. Covers the next thirteen months.
      </p>
      <label class="font-semibold"
        >A calendar file (.ics)
        <input type="file" accept=".ics,text/calendar" class="field" data-first @change="choose"
      /></label>
      <template v-if="preview">
        <section v-if="preview.refused.length" aria-label="Events that are not turns">
          <h3>{{ plural(preview.refused.length, 'event') }} left out</h3>
          <ul>
            <li v-for="(one, i) in preview.refused.slice(0, 12)" :key="i" class="row-rule py-1">
              “{{ one.what }}”: {{ one.why }}
            </li>
          </ul>
        </section>
        <section aria-label="What it changes">
          <h3>
            {{ plural(preview.turns, 'turn') }} read,
            {{ plural(preview.changes.length, 'stretch', 'stretches') }} change hands
          </h3>
          <ul>
            <li v-for="one in preview.changes.slice(0, 40)" :key="one.from" class="row-rule py-1">
              {{ clockTime(one.from) }} to {{ clockTime(one.to) }}: <strong>{{ one.is }}</strong> instead of
              {{ one.was }}
            </li>
          </ul>
        </section>
        <ActButton main type="submit" :busy="action.busy.value" :disabled="preview.changes.length === 0">{{
          preview.changes.length ? `Take ${plural(preview.turns, 'turn')}` : 'Nothing to change'
        }}</ActButton>
      </template>
    </form>
  </SideSheet>
</template>
