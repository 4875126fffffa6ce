<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import ChoiceRow from '@/components/ChoiceRow.vue';
import OutsideText from '@/components/OutsideText.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useDraft } from '@/lib/draft';
import { focusFirst } from '@/lib/focus';
import { plural, stateWords } from '@/lib/states';
import type { RoomProps } from '@/pages/Incidents/room';
import type { MajorProps } from '@/pages/Incidents/majors';
import { useRoom } from '@/pages/Incidents/roomState';

/** Raising to a major incident: first what is checked, side by side, then what it sets in motion, then one press. */
const emit = defineEmits<{ close: [] }>();
const { room, incident } = useRoom<RoomProps & MajorProps>();
interface Preview {
  callsTeam?: { team: string; policy: string | null; already: boolean };
  openRoles: string[];
  opensTalk: string[];
  update: string;
  services: string[];
  every: number;
  allServices: { id: string; name: string }[];
}
const action = useAction();
const preview = ref<Preview | null>(null);
const trouble = ref<string | undefined>();
const version = ref(incident.value.version);
// Where it has grown since somebody judged it, what fits now stands there to begin with.
const judged = room.value.hit.grown ?? incident.value;
const [impact, urgency] = [ref(judged.impact), ref(judged.urgency)];
const { text: title, clear: clearTitle } = useDraft(`major-title-${incident.value.id}`, incident.value.title);
const service = ref(incident.value.service_id ?? '');
const { text: confirmed, clear } = useDraft(`major-${incident.value.id}`);
const { text: notice, clear: clearNotice } = useDraft(`major-notice-${incident.value.id}`);
const despite = ref('');
const [tells, calls] = [ref(true), ref(true)];
const priority = computed(() => room.value.choices.priorities[impact.value]?.[urgency.value]);
const isStale = computed(() => incident.value.version !== version.value);
/** The first words that were said of it: what a title often repeats, though something else is broken. */
const reported = computed(() => room.value.reports[0]?.what);
const load = async (): Promise<void> => {
  const answer = await ask<Preview>(`/incidents/${incident.value.id}/major`);
  trouble.value = answer.error?.message;
  preview.value = answer.value;
  void nextTick(focusFirst);
  notice.value ||= answer.value?.update ?? '';
};
onMounted(load);
const raise = (): void =>
  action.send(
    `/incidents/${incident.value.id}/major`,
    {
      version: version.value,
      title: title.value,
      service: service.value || null,
      impact: impact.value,
      urgency: urgency.value,
      confirmed: confirmed.value,
      update: tells.value ? notice.value : '',
      despite: despite.value || null,
      call: calls.value && !!preview.value?.callsTeam,
    },
    () => {
      clear();
      clearTitle();
      clearNotice();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open :title="`Raise ${incident.ref} to a major incident`" @close="emit('close')">
    <p v-if="trouble"><TroubleNote :text="trouble" /> <ActButton class="mt-2" @click="load">Try again</ActButton></p>
    <form v-if="preview" class="grid gap-4" @submit.prevent="raise">
      <TroubleNote :text="action.errors.value.action" />
      <p v-if="isStale" class="border-l-4 border-call bg-sheet px-3 py-2 text-small">
        Somebody changed this meanwhile. It now says: “{{ incident.title }}”, priority {{ incident.priority }}.
        <ActButton class="mt-1" @click="version = incident.version">Go on with mine</ActButton>
      </p>
      <section class="grid gap-3" aria-labelledby="check-first">
        <h3 id="check-first">Check first</h3>
        <label class="font-semibold"
          >What is really broken <input v-model="title" class="field font-normal" maxlength="160" required data-first />
          <span v-if="reported" class="text-tiny font-normal text-ink-2"
            >First reported as “{{ reported }}”. Say what is broken, not what the first reporter had on screen.</span
          ></label
        >
        <label class="font-semibold"
          >Service
          <select v-model="service" class="field font-normal">
            <option value="">None is known to be hit</option>
            <option v-for="one in preview.allServices" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-small">
          <dt class="text-ink-2">What is hit</dt>
          <dd>
            <template v-if="room.major.extent.services.length === 0">no service, as far as is known</template>
            <template v-for="(one, i) in room.major.extent.services.slice(0, 6)" :key="one.id"
              >{{ i ? ', ' : '' }}{{ one.name }} (tier {{ one.tier }}, {{ stateWords[one.state] }})</template
            ><template v-if="room.major.extent.services.length > 6"
              >, and {{ room.major.extent.services.length - 6 }} more</template
            >
          </dd>
          <dt class="text-ink-2">Where</dt>
          <dd>{{ room.major.extent.places.join(', ') || 'not known' }}</dd>
          <dt class="text-ink-2">Said by</dt>
          <dd>
            {{ plural(room.major.extent.reports, 'linked report')
            }}{{ room.major.extent.reports ? ` of ${plural(room.major.extent.people, 'person', 'people')}` : '' }},
            {{ plural(room.alerts.length, 'alert') }}
          </dd>
          <dt class="text-ink-2">The trace says</dt>
          <dd>
            <template v-if="room.causes[0]"
              ><strong>{{ room.causes[0].name }}</strong
              >: {{ room.causes[0].words }}</template
            ><template v-else>no likely cause from alerts</template>
          </dd>
        </dl>
        <p class="text-tiny text-ink-2">
          Something wrong here? Say in the room what belongs to it and what does not, and come back: what you typed is
          kept.
        </p>
        <label class="font-semibold"
          >How it was confirmed
          <input
            v-model="confirmed"
            class="field font-normal"
            maxlength="500"
            placeholder="Who looked, or what was tried; leave empty if nobody has yet"
        /></label>
        <ChoiceRow v-model="impact" name="Impact" :choices="room.choices.impacts" />
        <ChoiceRow v-model="urgency" name="Urgency" :choices="room.choices.urgencies" />
        <p class="text-small">
          Priority {{ priority }}<template v-if="priority !== incident.priority">, now {{ incident.priority }}</template
          >.
        </p>
      </section>
      <section aria-labelledby="will-do">
        <h3 id="will-do">This will</h3>
        <ul class="mt-1 list-disc pl-5">
          <li>mark {{ incident.ref }} as a major incident, for everybody</li>
          <li v-if="preview.callsTeam?.already">keep the call to {{ preview.callsTeam.team }} that runs already</li>
          <li v-else-if="preview.callsTeam && !preview.callsTeam.policy" class="text-call">
            call nobody of {{ preview.callsTeam.team }}: the team has no escalation policy
          </li>
          <li v-else-if="preview.callsTeam">
            <label class="flex items-baseline gap-2"
              ><input v-model="calls" type="checkbox" class="size-4 accent-[var(--ink)]" /> call
              {{ preview.callsTeam.team }}, by its policy “{{ preview.callsTeam.policy }}”</label
            >
          </li>
          <li v-for="one in preview.opensTalk" :key="one">open {{ one }}</li>
          <li v-if="preview.openRoles.length">ask for: {{ preview.openRoles.join(', ') }}</li>
          <li>owe an update every {{ preview.every }} minutes, or sooner where the priority asks for it</li>
          <li>
            <label class="flex items-baseline gap-2"
              ><input v-model="tells" type="checkbox" class="size-4 accent-[var(--ink)]" /> publish the notice below{{
                preview.services.length ? `, about ${preview.services.join(', ')}` : ''
              }}</label
            >
          </li>
        </ul>
      </section>
      <OutsideText
        v-if="tells"
        v-model="notice"
        v-model:despite="despite"
        :incident="incident.id"
        :stage="incident.stage"
        :rows="3"
        :note="action.errors.value.update ?? 'Goes on the status page. That it is a major incident is not said there.'"
        :error="action.errors.value.despite"
      />
      <div><ActButton main type="submit" :busy="action.busy.value">Raise to a major incident</ActButton></div>
    </form>
  </SideSheet>
</template>
