<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ReportLink from '@/components/ReportLink.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { ReportLine } from '@/lib/types';

const props = defineProps<{
  report: ReportLine;
  incidents: { id: number; ref: string; title: string; service?: string }[];
  selected: boolean;
  mayAct: boolean;
  /** Whether several can be declared as one. */
  choosable?: boolean;
  isChosen?: boolean;
}>();
defineEmits<{ declare: []; choose: [] }>();
const action = useAction();
// Only an incident about the same service is chosen beforehand.
const fitting = props.incidents.find((incident) => incident.service === props.report.service);
const chosen = ref<number | ''>(fitting?.id ?? '');
const link = (): void => {
  if (chosen.value !== '') action.send(`/reports/${props.report.id}/link`, { incident: chosen.value });
};
</script>

<template>
  <article class="rounded-edge border bg-sheet px-3 py-2.5" :class="selected ? 'border-ink' : 'border-line'">
    <div class="flex flex-wrap items-start gap-x-4 gap-y-2">
      <div class="min-w-56 flex-1">
        <h3 class="line-clamp-3" :title="report.what">
          <ReportLink :report="report.id" class="hover:underline">“{{ report.what }}”</ReportLink>
        </h3>
        <p class="text-small text-ink-2">
          {{ report.ref }}, <strong class="text-ink">{{ report.service }}</strong><template v-if="report.site"
            >, {{ report.site }}</template
          ><template v-if="report.name">, {{ report.name }}</template
          >, reported <TimeAgo :at="report.told_at" />
        </p>
      </div>
      <form v-if="mayAct && incidents.length" class="flex flex-wrap items-center gap-1.5" @submit.prevent="link">
        <label class="sr-only" :for="`link-${report.id}`">Incident that {{ report.ref }} is about</label>
        <select :id="`link-${report.id}`" v-model="chosen" required class="field w-52 py-1 text-small">
          <option value="" disabled>Choose an incident</option>
          <option v-for="incident in incidents" :key="incident.id" :value="incident.id">
            {{ incident.ref }} {{ incident.title }}
          </option>
        </select>
        <ActButton type="submit" :busy="action.busy.value">Link report</ActButton>
      </form>
      <div v-if="mayAct && choosable !== undefined" class="flex flex-wrap items-center gap-2">
        <label v-if="choosable" class="flex items-center gap-1 text-small"
          ><input type="checkbox" :checked="isChosen" @change="$emit('choose')" /> Select</label
        >
        <ActButton :shortcut="selected ? 'd' : undefined" @click="$emit('declare')">Declare incident</ActButton>
      </div>
    </div>
    <TroubleNote :text="action.errors.value.action" class="mt-2" />
  </article>
</template>
