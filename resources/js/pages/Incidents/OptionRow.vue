<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { OptionLine } from '@/lib/shapes';
import { stateWords } from '@/lib/states';
import { lasting } from '@/lib/time';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** One thing that can be done; whoever coordinates decides for it, and gives a team the task. */
const props = defineProps<{ one: OptionLine; mayWork: boolean }>();
const { room, coordinates } = useRoom<RoomProps & { taskTeams: { id: string; name: string }[] }>();
const action = useAction();
const [deciding, why, team] = [ref(false), ref(''), ref('')];
const facts = computed(() =>
  [
    props.one.minutes === null ? '' : `takes ${lasting(props.one.minutes * 60_000)}`,
    props.one.risk ? `risk: ${props.one.risk}` : '',
    props.one.items.length
      ? `takes down ${props.one.items.map((item) => item.name).join(', ')}; with it ${
          props.one.takesDown.map((hit) => `${hit.name} (${stateWords[hit.state]})`).join(', ') || 'no service'
        }`
      : '',
  ].filter((words) => words !== ''),
);
const decide = (): void =>
  action.send(
    `/options/${props.one.id}/choose`,
    { why: why.value, team: team.value || null },
    () => (deciding.value = false),
  );
</script>

<template>
  <li class="row-rule py-1.5">
    <p>
      <strong>{{ one.kindWords }}</strong>: {{ one.text }}
    </p>
    <p v-if="facts.length" class="text-ink-2 first-letter:uppercase">{{ facts.join('; ') }}.</p>
    <p v-if="one.chosen">
      <strong>Decided</strong> by {{ one.chosen.by }}, <TimeAgo :at="one.chosen.at" />: {{ one.chosen.why }}
    </p>
    <form v-else-if="deciding" class="mt-1 grid gap-1" @submit.prevent="decide">
      <label class="font-semibold"
        >Why this <input v-model="why" class="field font-normal" maxlength="500" required autofocus
      /></label>
      <label class="font-semibold"
        >Who does it
        <select v-model="team" class="field font-normal">
          <option value="">No team is given a task</option>
          <option v-for="one_ in room.taskTeams" :key="one_.id" :value="one_.id">{{ one_.name }}</option>
        </select></label
      >
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Decide for it</ActButton>
        <button type="button" class="link" @click="deciding = false">Cancel</button>
      </p>
    </form>
    <p v-else-if="mayWork" class="flex gap-3">
      <button v-if="coordinates" type="button" class="link min-h-6 text-tiny" @click="deciding = true">
        Decide for it…<span class="sr-only"> {{ one.text }}</span>
      </button>
      <button type="button" class="link min-h-6 text-tiny" @click="action.send(`/options/${one.id}/drop`, {})">
        Drop it<span class="sr-only">: {{ one.text }}</span>
      </button>
    </p>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </li>
</template>
