<script setup lang="ts">
import WhenField from '@/components/WhenField.vue';
import { onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';

/** What has to be said before alerts wait, are closed, or become part of an incident. */
const props = defineProps<{
  what: 'wait' | 'close' | 'attach';
  alerts: number[];
  busy: boolean;
  errors: Record<string, string>;
}>();
const emit = defineEmits<{
  close: [];
  wait: [until: Record<string, string | number>];
  closeByHand: [reason: string];
  attached: [];
}>();
const WAITS = [
  { minutes: 15, words: '15 minutes' },
  { minutes: 30, words: '30 minutes' },
  { minutes: 60, words: 'an hour' },
  { minutes: 240, words: '4 hours' },
];
const REASONS = ['Known, and being worked on', 'Nothing is wrong', 'Planned work', 'Not for us'];
const action = useAction();
const until = ref('');
const reason = ref('');
const incidents = ref<{ id: number; ref: string; title: string; priority: number }[] | null>(null);
const lost = ref('');

onMounted(async () => {
  if (props.what !== 'attach') return;
  try {
    const answer = await fetch('/alerts/incidents', { headers: { Accept: 'application/json' } });
    incidents.value = (await answer.json()) as typeof incidents.value;
  } catch {
    lost.value = 'The incidents could not be read: the connection is gone. Close this and try again.';
  }
});
const title = {
  wait: `Let ${plural(props.alerts.length, 'alert')} wait`,
  close: `Close ${plural(props.alerts.length, 'alert')}`,
  attach: `Attach ${plural(props.alerts.length, 'alert')} to an incident`,
}[props.what];
const attach = (incident: number): void =>
  action.send(`/incidents/${incident}/alerts`, { alerts: props.alerts }, () => emit('attached'));
</script>

<template>
  <SideSheet open :title="title" @close="emit('close')">
    <TroubleNote :text="errors.action ?? action.errors.value.action ?? lost" class="mb-3" />
    <div v-if="what === 'wait'">
      <p class="mb-2 text-ink-2">They come back then, or at once if they clear and fire again.</p>
      <div class="flex flex-wrap gap-2">
        <ActButton
          v-for="(wait, i) in WAITS"
          :key="wait.minutes"
          :data-first="i === 2 || undefined"
          :busy="busy"
          @click="emit('wait', { minutes: wait.minutes })"
          >{{ wait.words }}</ActButton
        >
      </div>
      <form class="mt-4 flex items-end gap-2" @submit.prevent="emit('wait', { until: new Date(until).toISOString() })">
        <label class="block"
          >Or until
          <WhenField v-model="until" required />
        </label>
        <ActButton type="submit" :busy="busy">Let them wait</ActButton>
      </form>
      <TroubleNote :text="errors.until ?? errors.minutes" class="mt-2" />
    </div>
    <form v-else-if="what === 'close'" @submit.prevent="emit('closeByHand', reason)">
      <p class="mb-2 text-ink-2">
        The monitor still reports a problem. They leave the list, and come back if they clear and fire again.
      </p>
      <label class="block"
        >Why
        <input v-model="reason" class="field" required maxlength="500" data-first />
      </label>
      <div class="mt-2 flex flex-wrap gap-2">
        <button v-for="words in REASONS" :key="words" type="button" class="link text-small" @click="reason = words">
          {{ words }}
        </button>
      </div>
      <TroubleNote :text="errors.reason" class="mt-2" />
      <ActButton main type="submit" class="mt-4" :busy="busy">Close them</ActButton>
    </form>
    <template v-else>
      <p v-if="incidents === null && !lost" class="text-ink-2">Loading incidents…</p>
      <p v-else-if="incidents?.length === 0">No incident is under way. Leave this, and declare one from the alerts.</p>
      <ul>
        <li
          v-for="incident in incidents ?? []"
          :key="incident.id"
          class="row-rule flex items-center justify-between gap-3 py-2"
        >
          <span
            ><span class="font-mono text-tiny text-ink-3">{{ incident.ref }}</span> {{ incident.title }}</span
          >
          <ActButton :busy="action.busy.value" @click="attach(incident.id)">Attach to {{ incident.ref }}</ActButton>
        </li>
      </ul>
    </template>
  </SideSheet>
</template>
