<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { useRoom } from '@/pages/Incidents/roomState';

/** One incident turned out to be two: what the other one is about. */
const emit = defineEmits<{ close: [] }>();
const { room, incident } = useRoom();
const action = useAction();
const { text: title, clear } = useDraft(`split-${incident.value.id}`);
const why = ref('');
const [alerts, reports] = [ref<number[]>([]), ref<number[]>([])];
const split = (): void =>
  action.send(
    `/incidents/${incident.value.id}/split`,
    { title: title.value, why: why.value, alerts: alerts.value, reports: reports.value },
    () => {
      clear();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open :title="`${incident.ref} is two incidents`" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="split">
      <TroubleNote :text="action.errors.value.alerts ?? action.errors.value.action" />
      <label class="font-semibold"
        >What the other one is <input v-model="title" class="field font-normal" maxlength="160" required data-first
      /></label>
      <fieldset class="text-small">
        <legend class="font-semibold">What belongs to it</legend>
        <label v-for="alert in room.alerts" :key="`a${alert.id}`" class="flex items-baseline gap-2 py-0.5"
          ><input v-model="alerts" type="checkbox" :value="alert.id" class="size-4 accent-[var(--ink)]" />
          <StateMark :state="alert.state" :size="14" class="self-center" /> {{ alert.title }}</label
        >
        <label v-for="report in room.reports" :key="`r${report.id}`" class="flex items-baseline gap-2 py-0.5"
          ><input v-model="reports" type="checkbox" :value="report.id" class="size-4 accent-[var(--ink)]" /> “{{
            report.what.slice(0, 120)
          }}” <span class="text-ink-3">{{ report.ref }}</span></label
        >
      </fieldset>
      <p class="text-small text-ink-2">
        What was written so far stands in both journals; from here on each has its own. You coordinate the other one,
        and nobody is called for it until you do.
      </p>
      <label class="font-semibold"
        >Why they are two <input v-model="why" class="field font-normal" maxlength="500" required
      /></label>
      <div><ActButton main type="submit" :busy="action.busy.value">Split it</ActButton></div>
    </form>
  </SideSheet>
</template>
