<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { ChangedLine } from '@/lib/shapes';
import { clockTime, lasting } from '@/lib/time';

/** One change that may be behind an incident: how near, how likely and why, whom to call, and the way back. */
const props = defineProps<{
  one: ChangedLine;
  incident: { id: number; ref: string; title: string };
  mayWork: boolean;
  mayCall: boolean;
  mayPlan: boolean;
}>();
const action = useAction();
const change = computed(() => props.one.change);
const url = computed(() => `/incidents/${props.incident.id}/suspects/${change.value.id}`);
const near = computed(() => {
  const apart = lasting(Math.abs(props.one.minutes) * 60_000);
  if (props.one.minutes < 0) return `began ${apart} after the first alert`;
  return `${apart} before the first alert`;
});
const thought = computed(() => props.one.thought);
const isSuspected = computed(() => thought.value?.state === 'suspected');
const isConfirmed = computed(() => thought.value?.state === 'confirmed');
const suspect = (): void =>
  action.send(url.value, {
    state: 'suspected',
    score: props.one.suspect?.score ?? null,
    sure: props.one.suspect?.sure ?? null,
  });
const brief = computed(
  () =>
    `${change.value.ref} ${change.value.title} is suspected of ${props.incident.ref}: it ended ${clockTime(change.value.ended ?? change.value.to)}, ${near.value}. Can it have done this, and how is it taken back?`,
);
</script>

<template>
  <li class="row-rule py-1.5" :class="thought?.state === 'cleared' ? 'text-ink-2' : ''">
    <p class="flex items-baseline justify-between gap-2">
      <span>
        <Link :href="`/changes/${change.id}`" class="inline-block min-h-6 font-semibold hover:underline"
          >{{ change.ref }} {{ change.title }}</Link
        >
      </span>
      <strong v-if="isConfirmed" class="shrink-0">The cause</strong>
      <strong v-else-if="isSuspected" class="shrink-0">Suspected</strong>
      <span v-else-if="thought" class="shrink-0">Cleared</span>
      <span v-else-if="one.suspect" class="shrink-0 font-semibold">{{ one.suspect.sure }}</span>
    </p>
    <p class="text-ink-2">
      {{ near }}; {{ change.words }}<template v-if="one.on.length">; on {{ one.on.slice(0, 3).join(', ') }}</template
      ><template v-if="change.who">; {{ change.who }}</template
      ><template v-if="one.undoes">; takes out {{ one.undoes }}</template>
    </p>
    <p v-if="one.suspect && !isConfirmed" class="text-ink-2">
      It would explain {{ one.suspect.explains.slice(0, 3).join(', ')
      }}<template v-if="one.suspect.explains.length > 3"> and {{ one.suspect.explains.length - 3 }} more</template
      ><template v-if="one.suspect.leaves.length">, not {{ one.suspect.leaves.slice(0, 2).join(', ') }}</template
      ><template v-if="one.suspect.alsoExpected.length"
        >; {{ one.suspect.alsoExpected.slice(0, 2).join(', ') }} should show it too</template
      >.
    </p>
    <p v-if="thought?.why" class="text-ink-2">“{{ thought.why }}” {{ thought.by }}</p>
    <div class="flex flex-wrap items-start gap-x-3">
      <template v-if="mayWork && !isConfirmed">
        <button v-if="!isSuspected" type="button" class="link min-h-6 text-tiny" @click="suspect">
          Suspect it<span class="sr-only">: {{ change.ref }}</span>
        </button>
        <template v-else>
          <WhyForm
            words="Clear it…"
            :about="change.ref"
            question="What shows that it is not behind it"
            button="Clear it"
            :url="url"
            :data="{ state: 'cleared' }"
          />
          <WhyForm
            words="It is the cause…"
            :about="change.ref"
            question="What shows it"
            button="It is the cause"
            :url="url"
            :data="{ state: 'confirmed' }"
          />
        </template>
      </template>
      <WhyForm
        v-if="mayCall && one.call && (isSuspected || isConfirmed || one.suspect)"
        :words="`Call ${one.call.name}…`"
        :about="change.ref"
        question="What they are asked"
        :button="`Page ${one.call.name}`"
        :url="`/incidents/${incident.id}/calls`"
        :data="{ whom: [`person:${one.call.id}`] }"
        :initial="brief"
      />
      <button
        v-if="mayPlan && (isSuspected || isConfirmed) && !one.undone"
        type="button"
        class="link min-h-6 text-tiny"
        @click="action.send(`${url}/undo`, {})"
      >
        Take it out…<span class="sr-only"> {{ change.ref }}</span>
      </button>
    </div>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </li>
</template>
