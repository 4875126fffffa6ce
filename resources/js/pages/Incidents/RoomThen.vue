<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import type { RoomThen } from '@/lib/shapes';
import { plural, stateWords } from '@/lib/states';
import { clockTime, millis, useNow } from '@/lib/time';
import { useRoom } from '@/pages/Incidents/roomState';

/** The room as it was at a moment: by a slider, or from one change to the next. */
const props = defineProps<{ at: number }>();
const emit = defineEmits<{ close: [] }>();
const { incident } = useRoom();
const now = useNow();
const began = computed(() => millis(incident.value.started_at));
const at = ref(Math.max(props.at, began.value));
const then = ref<RoomThen | null>(null);
const trouble = ref<string | undefined>();
let asked = 0;
const load = async (): Promise<void> => {
  const mine = ++asked;
  const answer = await ask<RoomThen>(`/incidents/${incident.value.id}/then?at=${Math.round(at.value)}`);
  // Whoever drags asks for many moments: only the last one is shown.
  if (mine !== asked) return;
  trouble.value = answer.error?.message;
  if (answer.value) then.value = answer.value;
};
watch(at, load, { immediate: true });
const goTo = (moment: number | null | undefined): void => {
  if (moment !== null && moment !== undefined) at.value = moment;
};
const open = computed(() => then.value?.tasks.filter((one) => one.state === 'open') ?? []);
const stateOf = { open: 'open', 'ruled-out': 'ruled out', confirmed: 'confirmed' } as const;
</script>

<template>
  <SideSheet open :title="`${incident.ref} as it was at ${clockTime(at)}`" leave="Close" @close="emit('close')">
    <label class="block text-small"
      ><span class="sr-only">Moment</span>
      <input
        v-model.number="at"
        type="range"
        class="w-full accent-[var(--ink)]"
        :min="began"
        :max="now"
        step="1000"
        :aria-valuetext="clockTime(at)"
        data-first
    /></label>
    <p class="mb-3 flex gap-3">
      <ActButton :disabled="!then?.before" @click="goTo(then?.before)">The change before</ActButton>
      <ActButton :disabled="!then?.after" @click="goTo(then?.after)">The next change</ActButton>
    </p>
    <TroubleNote :text="trouble" />
    <div v-if="then" class="grid gap-4" aria-live="polite">
      <p v-if="!then.title" class="text-ink-2">It was not declared yet.</p>
      <template v-else>
        <section>
          <h3>{{ then.title }}</h3>
          <p class="text-small text-ink-2">
            {{ then.open ? '' : 'Over. ' }}{{ then.major ? 'Major incident, ' : '' }}priority {{ then.priority }},
            {{ then.stage.toLowerCase() }}; {{ then.coordinator || 'nobody' }} coordinates.
            {{ plural(then.alerts, 'alert') }}, {{ plural(then.reports, 'report') }}.
            {{ then.estimate ? `Expected back by ${clockTime(then.estimate)}.` : 'Nobody had said when it is back.' }}
          </p>
        </section>
        <section>
          <h3>What was hit</h3>
          <ul v-if="then.extent?.services.length" class="text-small">
            <li v-for="one in then.extent.services" :key="one.name" class="flex items-center gap-2 py-0.5">
              <StateMark :state="one.state" :size="14" /> {{ one.name }}, {{ stateWords[one.state] }}
            </li>
          </ul>
          <p v-else class="text-small text-ink-2">
            {{ then.extent ? 'No service, as far as was known.' : 'It had not been traced yet.' }}
          </p>
          <p v-if="then.extent?.places.length" class="text-small text-ink-2">At {{ then.extent.places.join(', ') }}</p>
          <p v-for="one in then.items" :key="one.name" class="text-small text-ink-2">
            Said of {{ one.name }}: {{ one.state ? one.state.replace('_', ' ') : 'does not belong to it' }}
          </p>
        </section>
        <section v-if="then.roles.length">
          <h3>Roles</h3>
          <p v-for="one in then.roles" :key="one.name" class="text-small">{{ one.name }}: {{ one.person }}</p>
        </section>
        <section v-if="then.hypotheses.length">
          <h3>What may be the cause</h3>
          <p v-for="one in then.hypotheses" :key="one.text" class="text-small">
            <strong>{{ one.text }}</strong>: {{ stateOf[one.state] }}{{ one.result ? `, ${one.result}` : ''
            }}{{ one.by ? ` (${one.by})` : '' }}
          </p>
        </section>
        <section v-if="then.tasks.length">
          <h3>Tasks</h3>
          <p v-for="(one, i) in open" :key="i" class="text-small">
            {{ one.who }}: {{ one.text }}{{ one.blocked ? `; blocked: ${one.blocked}` : '' }}
          </p>
          <p v-if="open.length < then.tasks.length" class="text-small text-ink-2">
            {{ then.tasks.length - open.length }} done or skipped
          </p>
        </section>
        <section v-if="then.clocks.length">
          <h3>Deadlines</h3>
          <p v-for="one in then.clocks" :key="one.name" class="text-small">{{ one.name }}: {{ clockTime(one.due) }}</p>
        </section>
      </template>
    </div>
  </SideSheet>
</template>
