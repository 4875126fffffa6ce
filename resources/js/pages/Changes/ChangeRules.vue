<script setup lang="ts">
import { ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useDraft } from '@/lib/draft';
import { plural } from '@/lib/states';

/** How changes are approved and when they may be made: a document that is tried before it takes effect. */
interface Tried {
  tried: number;
  different: { ref: string; title: string; was: string; is: string }[];
}
const props = defineProps<{
  rules: string;
  version: number;
  versions: { id: number; note: string; at: string; author: string }[];
  unmapped: { service: string; environment: string | null }[];
}>();
const action = useAction();
const { text, clear } = useDraft(`change-rules-${props.version}`, props.rules);
const note = ref('');
const tried = ref<Tried | null>(null);
const trouble = ref('');
watch(text, () => {
  tried.value = null;
  trouble.value = '';
});
const attempt = async (): Promise<void> => {
  const rules = text.value;
  const { value, error } = await ask<Tried>('/settings/changes/try', { rules });
  // They may have been written on meanwhile.
  if (rules !== text.value) return;
  tried.value = value;
  trouble.value = error ? `${error.at ? `At ${error.at}: ` : ''}${error.message}` : '';
};
const [reading, added, calendarTrouble] = [ref(false), ref<number | null>(null), ref('')];
const readCalendar = async (event: Event): Promise<void> => {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  // What would be typed meanwhile would be lost: the answer has all of the text.
  reading.value = true;
  added.value = null;
  const { value, error } = await ask<{ rules: string; added: number }>('/settings/changes/calendar', {
    rules: text.value,
    calendar: await file.text(),
  });
  reading.value = false;
  // The same file can be chosen again after it was mended.
  input.value = '';
  calendarTrouble.value = error ? `${error.at ? `At ${error.at}: ` : ''}${error.message}` : '';
  if (value) [text.value, added.value] = [value.rules, value.added];
};
const save = (): void =>
  action.send('/settings/changes', { rules: text.value, note: note.value, version: props.version }, () => {
    clear();
    note.value = '';
    window.location.reload();
  });
</script>

<template>
  <AppShell title="Rules of changes" :follows="{ 'change.': ['unmapped'] }">
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_360px]"
      tabindex="0"
      role="region"
      aria-label="Rules of changes"
    >
      <form class="grid content-start gap-3" @submit.prevent="save">
        <h1>Rules of changes</h1>
        <label class="font-semibold"
          >Who approves, within which hours, and what deployments mean
          <textarea
            v-model="text"
            rows="26"
            :readonly="reading"
            class="field font-mono text-tiny font-normal"
            spellcheck="false"
            autocomplete="off"
          />
        </label>
        <TroubleNote :text="trouble || action.errors.value.rules || action.errors.value.action" />
        <section v-if="tried" class="border border-line bg-sheet p-3 text-small" role="status">
          <p v-if="tried.different.length === 0">
            Of the last {{ plural(tried.tried, 'change') }}, none would have had other approvers, or another time.
          </p>
          <template v-else>
            <p>Of the last {{ plural(tried.tried, 'change') }}, it would have been otherwise with these:</p>
            <ul>
              <li v-for="one in tried.different" :key="one.ref">
                {{ one.ref }} {{ one.title }}: {{ one.was }} before, {{ one.is }} now
              </li>
            </ul>
          </template>
        </section>
        <label class="font-semibold"
          >What you changed, and why<input v-model="note" class="field font-normal" maxlength="300" required
        /></label>
        <TroubleNote :text="action.errors.value.note" />
        <p class="flex gap-3">
          <ActButton @click="attempt">Try it on the last changes</ActButton>
          <ActButton main type="submit" :busy="action.busy.value">Let it take effect</ActButton>
        </p>
      </form>
      <section class="text-small" aria-label="What can stand in it, and versions">
        <h2>Freezes from a calendar</h2>
        <label class="block"
          >Events of an iCalendar file, of the next 400 days, are added to the freezes in the text
          <input
            type="file"
            accept=".ics,text/calendar"
            class="field mt-1 font-normal"
            :disabled="reading"
            @change="readCalendar"
        /></label>
        <TroubleNote :text="calendarTrouble" />
        <p v-if="added !== null" role="status">
          {{
            added
              ? `${plural(added, 'freeze')} added to the text. Try it, and let it take effect.`
              : 'All of them stand there already.'
          }}
        </p>
        <h2 class="mt-4">What can stand in it</h2>
        <p>
          In a stage, <code>of</code> has ids of people, or <code>@peers</code> (the team), <code>@owners</code> (of the
          services that it takes down), <code>@coordinators</code>; <code>needs</code> is "one", "all", a count or a
          share. Windows are of an <code>item</code>, of a <code>team</code>, or of anything. The schema is in
          docs/formats.
        </p>
        <template v-if="unmapped.length">
          <h2 class="mt-4">Deployed, and nobody said what it is</h2>
          <ul>
            <li v-for="one in unmapped" :key="`${one.service} ${one.environment}`">
              {{ one.service }}<template v-if="one.environment">, {{ one.environment }}</template>
            </li>
          </ul>
          <p class="text-ink-2">Name their items under <code>deployments</code>, <code>map</code>.</p>
        </template>
        <h2 class="mt-4">Versions</h2>
        <p v-if="versions.length === 0" class="text-ink-2">These are the ones that Skarvo begins with.</p>
        <ul>
          <li v-for="one in versions" :key="one.id" class="row-rule py-1">
            {{ one.id }}: {{ one.note }} <span class="text-ink-2">{{ one.author }}, <TimeAgo :at="one.at" /></span>
          </li>
        </ul>
      </section>
    </div>
  </AppShell>
</template>
