<script setup lang="ts">
import { useForm } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { newKey } from '@/lib/key';
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
const form = useForm<{ file: File | null; seen: string }>({ file: null, seen: '' });
const preview = ref<Preview | null>(null);
const trouble = ref<string | undefined>();
let key = newKey();
const token = (): string => decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');
const choose = (event: Event): Promise<void> => look((event.target as HTMLInputElement).files?.[0] ?? null);
const look = async (file: File | null): Promise<void> => {
  form.file = file;
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
    if (form.file !== file) return;
    if (answer.ok) {
      preview.value = told;
      form.seen = told.seen;
    } else trouble.value = told.message ?? 'This file could not be read.';
  } catch {
    trouble.value = 'No connection. Choose the file again when it is back.';
  }
};
const take = (): void => {
  form.post(`/on-call/${props.rota}/calendar`, {
    headers: { 'X-Request-Key': key },
    preserveScroll: true,
    onSuccess: () => {
      key = newKey();
      emit('close');
    },
    // It is looked at anew, and what is wrong stays said.
    onError: (why) => {
      if (!why.seen) return;
      key = newKey();
      void look(form.file).then(() => (trouble.value ??= why.seen));
    },
  });
};
</script>

<template>
  <SideSheet open title="Take turns from a calendar" @close="emit('close')">
    <form class="grid gap-4 text-small" @submit.prevent="take">
      <TroubleNote :text="trouble ?? form.errors.file ?? (form.errors as Record<string, string>).action" />
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
        <ActButton main type="submit" :busy="form.processing" :disabled="preview.changes.length === 0">{{
          preview.changes.length ? `Take ${plural(preview.turns, 'turn')}` : 'Nothing to change'
        }}</ActButton>
      </template>
    </form>
  </SideSheet>
</template>
