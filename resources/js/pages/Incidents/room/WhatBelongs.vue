<script lang="ts">
import type { Panel } from '@/lib/panels';

const what = ['children', 'childCount', 'candidates', 'parent', 'major'];
export const panel: Panel = {
  where: 'aside',
  order: 35,
  follows: { 'incident.': what, 'major.': what, 'alert.': what, 'report.': what },
};
</script>

<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { plural } from '@/lib/states';
import type { UnderProps } from '@/pages/Incidents/under';
import { useAllOf } from '@/pages/Incidents/allOf';
import { useRoom } from '@/pages/Incidents/roomState';

/** What is part of a major incident, and what may be: each with its reason. */
const { room, incident, isOpen, coordinates } = useRoom<UnderProps>();
const action = useAction();
const sure = computed(() => room.value.candidates.filter((one) => one.sure).map((one) => one.id));
const put = (incidents: number[]): void => action.send(`/incidents/${incident.value.id}/under`, { incidents });
const whole = useAllOf('children', 'childCount');
const extent = computed(() => room.value.major.extent);
/** Services that do not work, by tier: “2 of tier 1, 1 of tier 3”. */
const byTier = computed(() => {
  const counts = new Map<number, number>();
  for (const one of extent.value.services) counts.set(one.tier, (counts.get(one.tier) ?? 0) + 1);
  return [...counts].sort(([a], [b]) => a - b).map(([tier, count]) => `${count} of tier ${tier}`);
});
useCommands(() =>
  coordinates.value && sure.value.length
    ? [{ name: `Put ${plural(sure.value.length, 'incident')} under ${incident.value.ref}`, run: () => put(sure.value) }]
    : [],
);
</script>

<template>
  <section v-if="incident.major_at || room.childCount" aria-labelledby="what-belongs">
    <h2 id="what-belongs" class="mt-4 mb-1 flex justify-between">
      <span>Part of it</span><span>{{ room.childCount }}</span>
    </h2>
    <p class="text-small text-ink-2">
      {{ byTier.length ? `Services: ${byTier.join(', ')}` : 'No service is hit' }};
      {{ plural(extent.places.length, 'place') }}; {{ plural(extent.reports, 'report') }}
      {{ extent.reports ? ` of ${plural(extent.people, 'person', 'people')}` : '' }}.
      <template v-if="room.hit.behind">{{ room.hit.behind }}</template>
    </p>
    <ul class="text-small">
      <li v-for="child in room.children" :key="child.id" class="row-rule py-1">
        <p class="flex items-baseline gap-1.5">
          <StateMark :state="child.state" :size="14" class="shrink-0 self-center" />
          <span
            ><Link :href="`/incidents/${child.id}`" class="link">{{ child.title }}</Link>
            <span class="text-ink-3">
              {{ child.ref }}{{ child.resolved ? ', resolved' : ''
              }}{{ child.alone ? ', put there by itself' : '' }}</span
            ></span
          >
        </p>
        <WhyForm
          v-if="isOpen && coordinates && !child.resolved"
          words="Take it out…"
          :about="child.ref"
          question="Why it is no part of this"
          button="Take it out"
          :url="`/incidents/${child.id}/out`"
        />
      </li>
    </ul>
    <button
      v-if="room.children.length < room.childCount"
      type="button"
      class="link min-h-6 text-small"
      :disabled="whole.isUnderWay.value"
      @click="whole.ask"
    >
      Show all {{ room.childCount }}
    </button>
    <template v-if="isOpen && room.candidates.length">
      <h3 class="mt-2 flex items-baseline justify-between gap-2">
        May be part of it
        <button
          v-if="coordinates && sure.length > 1"
          type="button"
          class="link min-h-6 text-small font-normal"
          @click="put(sure)"
        >
          Put the {{ sure.length }} sure ones there
        </button>
      </h3>
      <ul class="text-small">
        <li v-for="one in room.candidates" :key="one.id" class="row-rule py-1">
          <Link :href="`/incidents/${one.id}`" class="link">{{ one.title }}</Link>
          <span class="text-ink-3"> {{ one.ref }}</span>
          <p class="text-ink-2">{{ one.reasons.join(' ') }}</p>
          <button v-if="coordinates" type="button" class="link min-h-6" @click="put([one.id])">
            Put it under this<span class="sr-only">: {{ one.ref }}</span>
          </button>
        </li>
      </ul>
    </template>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </section>
</template>
