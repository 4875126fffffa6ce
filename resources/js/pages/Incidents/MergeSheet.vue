<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useAskedFor } from '@/lib/askedFor';
import { useDraft } from '@/lib/draft';
import type { OpenIncidentLine } from '@/lib/shapes';
import { plural } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';

/** Two incidents turned out to be one: what moves, and that nobody is told that anything is over. */
const emit = defineEmits<{ close: [] }>();
const { room, incident } = useRoom();
const others = useAskedFor<OpenIncidentLine[]>('others');
const action = useAction();
const into = ref<number | ''>('');
const { text: why, clear } = useDraft(`merge-${incident.value.id}`);
const merge = (): void =>
  action.send(`/incidents/${incident.value.id}/merge`, { into: into.value, why: why.value }, () => {
    clear();
    emit('close');
  });
</script>

<template>
  <SideSheet open :title="`${incident.ref} is the same as another`" @close="emit('close')">
    <p v-if="others?.length === 0">No other incident is under way.</p>
    <form v-else class="grid gap-4" @submit.prevent="merge">
      <TroubleNote :text="action.errors.value.into ?? action.errors.value.action" />
      <label class="font-semibold"
        >It goes on in
        <select v-model="into" class="field font-normal" required data-first>
          <option value="" disabled>{{ others ? 'Choose an incident' : 'Loading' }}</option>
          <option v-for="one in others" :key="one.id" :value="one.id">{{ one.ref }} {{ one.title }}</option>
        </select></label
      >
      <section aria-labelledby="moves">
        <h3 id="moves">This will</h3>
        <ul class="mt-1 list-disc pl-5">
          <li>
            move {{ plural(room.alerts.length, 'alert') }} and {{ plural(room.reports.length, 'report') }} there, with
            calls that run, tasks, hypotheses, roles, cards, and who asked to hear when it is over
          </li>
          <li>show both journals there, in order; the old reference leads there</li>
          <li>tell the reporters of either what all reporters of the other are being told</li>
          <li>tell nobody that anything is over</li>
          <li>not be undone</li>
        </ul>
      </section>
      <label class="font-semibold"
        >Why they are one <input v-model="why" class="field font-normal" maxlength="500" required /><span
          class="text-tiny font-normal text-ink-2"
          >{{ action.errors.value.why }}</span
        ></label
      >
      <div><ActButton main type="submit" :busy="action.busy.value">Make them one</ActButton></div>
    </form>
  </SideSheet>
</template>
