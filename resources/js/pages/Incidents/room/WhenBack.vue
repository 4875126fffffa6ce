<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'brief',
  order: 5,
  follows: { 'incident.estimated': ['incident', 'soFar', 'nextSteps', 'draft', 'journal'] },
};
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { clockTime, instantOf, localOf, millis, ownZone, remaining, useNow } from '@/lib/time';
import type { FindingProps } from '@/pages/Incidents/finding';
import { useRoom } from '@/pages/Incidents/roomState';

/** By when it works again: who says so, how often that was revised; and asked for once it has passed. */
const { incident, isOpen } = useRoom<FindingProps>();
const shared = useShared();
const now = useNow();
const action = useAction();
const mayWork = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
const at = computed(() => (incident.value.estimate_at ? millis(incident.value.estimate_at) : null));
const isPast = computed(() => at.value !== null && at.value <= now.value);
const [saying, when, why] = [ref(false), ref(''), ref('')];
const seen = ref(0);
const open = (): void => {
  saying.value = true;
  seen.value = incident.value.estimates;
};
const inMinutes = (minutes: number): void => {
  when.value = localOf(now.value + minutes * 60_000, ownZone);
};
const send = (until: number | null): void =>
  action.send(
    `/incidents/${incident.value.id}/estimate`,
    { at: until === null ? null : new Date(until).toISOString(), why: why.value, seen: seen.value },
    () => {
      saying.value = false;
      [when.value, why.value] = ['', ''];
    },
  );
const say = (): void => {
  if (when.value) send(instantOf(when.value, ownZone));
};
const revised = computed(() => incident.value.estimates - 1);
useCommands(() => (mayWork.value ? [{ name: 'Say when it will work again', run: open }] : []));
</script>

<template>
  <section v-if="isOpen" class="mb-3 text-small" aria-label="Estimate">
    <p>
      <template v-if="at">
        <strong :class="isPast ? 'text-call' : ''">{{
          isPast ? `It was expected back by ${clockTime(at)}.` : `Expected back by ${clockTime(at)}`
        }}</strong>{{ isPast ? '' : `, in ${remaining(at - now)}` }}, says {{ incident.estimate_by
        }}{{ revised > 0 ? `; revised ${plural(revised, 'time')}` : '' }}.
        <strong v-if="isPast" class="text-call">What now?</strong>
      </template>
      <span v-else class="text-ink-2">{{
        incident.estimates
          ? 'The estimate was taken back: nobody can say when it is back.'
          : 'Nobody has said when it is back.'
      }}</span>
      {{ ' '
      }}<button v-if="mayWork && !saying" type="button" class="link min-h-6" @click="open">
        {{ at ? 'Revise…' : 'Estimate…' }}
      </button>
    </p>
    <form v-if="saying" class="mt-1 grid gap-1" @submit.prevent="say">
      <div class="flex flex-wrap items-end gap-2">
        <label class="font-semibold">Back by <WhenField v-model="when" required /></label>
        <button
          v-for="minutes in [15, 30, 60, 120]"
          :key="minutes"
          type="button"
          class="link min-h-6"
          @click="inMinutes(minutes)"
        >
          {{ minutes < 60 ? `${minutes} min` : `${minutes / 60} h` }}
        </button>
      </div>
      <label class="font-semibold"
        >Why then
        <input
          v-model="why"
          class="field font-normal"
          maxlength="300"
          placeholder="Such as: the part is on the 14:40 boat"
      /></label>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <p class="flex flex-wrap gap-3">
        <ActButton type="submit" :busy="action.busy.value">Say so</ActButton>
        <button v-if="at" type="button" class="link" @click="send(null)">Nobody can say any more</button>
        <button type="button" class="link" @click="saying = false">Cancel</button>
      </p>
    </form>
  </section>
</template>
