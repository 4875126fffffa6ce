<script setup lang="ts">
import { onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import OutsideText from '@/components/OutsideText.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useDraft } from '@/lib/draft';
import { plural } from '@/lib/states';
import type { RoomIncident } from '@/pages/Incidents/room';

/** Reopening says first what comes back, and who is told that it is not over. */
const props = defineProps<{ incident: RoomIncident }>();
const emit = defineEmits<{ close: [] }>();

interface Preview {
  alerts: number;
  reports: number;
  mails: string[];
  team: string | null;
  update: string;
}
const action = useAction();
const preview = ref<Preview | null>(null);
const trouble = ref<string | undefined>();
const { text: why, clear } = useDraft(`reopen-${props.incident.id}`);
const update = ref('');
const despite = ref('');
const call = ref(true);
const load = async (): Promise<void> => {
  const answer = await ask<Preview>(`/incidents/${props.incident.id}/reopen`);
  trouble.value = answer.error?.message;
  preview.value = answer.value;
  update.value ||= answer.value?.update ?? '';
};
onMounted(load);
const reopen = (): void =>
  action.send(
    `/incidents/${props.incident.id}/reopen`,
    { why: why.value, update: update.value, despite: despite.value || null, call: call.value && !!preview.value?.team },
    () => {
      clear();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open :title="`Reopen ${incident.ref}`" @close="emit('close')">
    <p v-if="trouble"><TroubleNote :text="trouble" /> <ActButton class="mt-2" @click="load">Try again</ActButton></p>
    <form v-if="preview" class="grid gap-4" @submit.prevent="reopen">
      <TroubleNote :text="action.errors.value.action" />
      <section aria-labelledby="will-do">
        <h3 id="will-do">This will</h3>
        <ul class="mt-1 list-disc pl-5">
          <li>open {{ incident.ref }} again, with you as its coordinator</li>
          <li v-if="preview.alerts">bring back {{ plural(preview.alerts, 'alert') }} that never stopped firing</li>
          <li>say on the status page that it is not over, with the sentence below</li>
          <li v-if="preview.reports">
            open {{ plural(preview.reports, 'report') }} again{{
              preview.mails.length
                ? ` and email ${plural(preview.mails.length, 'reporter')}: ${preview.mails.join(', ')}`
                : ', without email: nobody left an address'
            }}
          </li>
          <li>start the clock of the next update; the restore target stays</li>
        </ul>
      </section>
      <label class="font-semibold">
        Why it is not over
        <input v-model="why" class="field font-normal" maxlength="500" required data-first />
        <span class="text-tiny font-normal text-ink-2">{{
          action.errors.value.why ?? 'Stays inside, in the journal.'
        }}</span>
      </label>
      <OutsideText
        v-model="update"
        v-model:despite="despite"
        :incident="incident.id"
        stage="looking"
        :rows="2"
        :note="action.errors.value.update ?? ''"
        :error="action.errors.value.despite"
      />
      <label v-if="preview.team" class="flex items-start gap-2">
        <input v-model="call" type="checkbox" class="mt-1" /> Call {{ preview.team }} again
      </label>
      <div><ActButton main type="submit" :busy="action.busy.value">Reopen</ActButton></div>
    </form>
  </SideSheet>
</template>
