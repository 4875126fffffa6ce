<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useDraft } from '@/lib/draft';
import { focusFirst } from '@/lib/focus';
import { plural } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';

/** Lowering says what is undone, and what cannot be. */
const emit = defineEmits<{ close: [] }>();
const { incident } = useRoom();
interface Preview {
  endsCalls: string[];
  keepsCalls: string[];
  openRoles: string[];
  published: number;
  stayUnder: number;
  talkStays: string[];
}
const action = useAction();
const preview = ref<Preview | null>(null);
const trouble = ref<string | undefined>();
const { text: why, clear } = useDraft(`not-major-${incident.value.id}`);
const load = async (): Promise<void> => {
  const answer = await ask<Preview>(`/incidents/${incident.value.id}/not-major`);
  trouble.value = answer.error?.message;
  preview.value = answer.value;
  void nextTick(focusFirst);
};
onMounted(load);
const lower = (): void =>
  action.send(`/incidents/${incident.value.id}/not-major`, { version: incident.value.version, why: why.value }, () => {
    clear();
    emit('close');
  });
</script>

<template>
  <SideSheet open :title="`${incident.ref} is no major incident`" @close="emit('close')">
    <p v-if="trouble"><TroubleNote :text="trouble" /> <ActButton class="mt-2" @click="load">Try again</ActButton></p>
    <form v-if="preview" class="grid gap-4" @submit.prevent="lower">
      <TroubleNote :text="action.errors.value.action" />
      <section aria-labelledby="undone">
        <h3 id="undone">Undone</h3>
        <ul class="mt-1 list-disc pl-5">
          <li v-for="one in preview.endsCalls" :key="one">the call to {{ one }} ends: nobody has answered it</li>
          <li v-if="preview.openRoles.length">nobody is asked for as {{ preview.openRoles.join(', ') }}</li>
          <li>after the next one, updates are owed as often as priority {{ incident.priority }} asks for</li>
        </ul>
      </section>
      <section aria-labelledby="stands">
        <h3 id="stands">What stays</h3>
        <ul class="mt-1 list-disc pl-5">
          <li v-for="one in preview.keepsCalls" :key="one">{{ one }} answered, and goes on until you stop the call</li>
          <li v-if="preview.published">
            {{ plural(preview.published, 'update') }} on the status page; publish another if it was too much
          </li>
          <li v-if="preview.stayUnder">
            {{ plural(preview.stayUnder, 'incident') }} under it, until somebody takes them out
          </li>
          <li v-if="preview.talkStays.length">{{ preview.talkStays.join(' and ') }}, until the incident is over</li>
          <li>whoever has a role keeps it, and the next update stays owed when it was</li>
        </ul>
      </section>
      <label class="font-semibold"
        >Why it is none
        <input v-model="why" class="field font-normal" maxlength="500" required data-first />
        <span class="text-tiny font-normal text-ink-2">{{ action.errors.value.why }}</span></label
      >
      <div><ActButton main type="submit" :busy="action.busy.value">Lower it</ActButton></div>
    </form>
  </SideSheet>
</template>
