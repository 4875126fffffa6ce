<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = {
  where: 'aside',
  order: 18,
  follows: { 'role.': ['roles', 'nextSteps', 'journal'], 'incident.': ['roles'] },
};
</script>

<script setup lang="ts">
import { computed, ref } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import type { RoleLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockTime } from '@/lib/time';
import GiveRole from '@/pages/Incidents/GiveRole.vue';
import HandOver from '@/pages/Incidents/HandOver.vue';
import type { MajorProps } from '@/pages/Incidents/majors';
import type { RoomProps } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** Who does what: of a major incident every role, of another those that somebody has. */
const { room, incident, isOpen, coordinates } = useRoom<RoomProps & MajorProps>();
const shared = useShared();
const action = useAction();
/** The role that is being given, or `coordinator`. */
const giving = ref<string | null>(null);
const isMajor = computed(() => incident.value.major_at !== null);
const showsAll = ref(false);
const roles = computed(() =>
  room.value.roles.filter((one) => one.person || one.before.length || isMajor.value || showsAll.value),
);
const me = computed(() => shared.value.me?.id);
const mayTake = computed(() => isOpen.value && (shared.value.me?.may.includes('set-stage') ?? false));
const take = (role: RoleLine): void =>
  action.send(`/incidents/${incident.value.id}/roles`, { role: role.id, person: me.value ?? null, was: null });
const leave = (role: RoleLine): void =>
  action.send(`/incidents/${incident.value.id}/roles`, { role: role.id, person: null, was: role.person?.id ?? null });
const mine = computed(() => isOpen.value && incident.value.coordinator_id === me.value);
useCommands(() => [
  ...(coordinates.value && isOpen.value ? [{ name: 'Give somebody a role', run: () => (showsAll.value = true) }] : []),
  ...(mine.value ? [{ name: 'Hand the coordination over', run: () => (giving.value = 'coordinator') }] : []),
]);
</script>

<template>
  <section aria-labelledby="who-does-what">
    <h2 id="who-does-what" class="mt-4 mb-1">Roles</h2>
    <ul class="text-small">
      <li class="row-rule py-1">
        <span class="text-ink-2">Coordinator: </span
        ><strong v-if="incident.coordinator">{{ incident.coordinator }}</strong
        ><strong v-else class="text-call">nobody</strong>
        <template v-if="mine && giving !== 'coordinator'"
          >{{ ' '
          }}<button type="button" class="link min-h-6" @click="giving = 'coordinator'">Hand over…</button></template
        >
        <HandOver v-if="giving === 'coordinator'" @close="giving = null" />
      </li>
      <li v-for="role in roles" :key="role.id" class="row-rule py-1">
        <span class="text-ink-2">{{ role.name }}: </span>
        <template v-if="role.person"
          ><strong>{{ role.person.name }}</strong
          ><span v-if="role.since" class="text-ink-3">&nbsp;since {{ clockTime(role.since) }}</span>
        </template>
        <strong v-else-if="isOpen && isMajor" class="text-call">nobody yet</strong>
        <span v-else class="text-ink-3">nobody</span>
        <span v-if="isOpen && giving !== role.id" class="inline-flex gap-2 pl-2">
          <button v-if="mayTake && !role.person" type="button" class="link min-h-6" @click="take(role)">
            Take it<span class="sr-only"> as {{ role.name }}</span>
          </button>
          <button
            v-if="role.person && (coordinates || (mayTake && role.person.id === me))"
            type="button"
            class="link min-h-6"
            @click="leave(role)"
          >
            {{ role.person.id === me ? 'Lay it down' : 'Take it away' }}<span class="sr-only">, {{ role.name }}</span>
          </button>
          <button v-if="coordinates" type="button" class="link min-h-6" @click="giving = role.id">
            Give…<span class="sr-only"> {{ role.name }}</span>
          </button>
        </span>
        <GiveRole v-if="giving === role.id" :role="role" @close="giving = null" />
        <span v-if="role.before.length" class="block text-tiny text-ink-3"
          >before:
          {{
            role.before
              .map((one) => `${one.name}, ${clockTime(one.since)} to ${one.until ? clockTime(one.until) : ''}`)
              .join('; ')
          }}</span
        >
      </li>
    </ul>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
    <button
      v-if="isOpen && mayTake && !isMajor && !showsAll"
      type="button"
      class="link min-h-6 text-small"
      @click="showsAll = true"
    >
      All roles…
    </button>
  </section>
</template>
