<script lang="ts">
import type { Decisions } from '@/lib/decisions';
import type { AlertGroup } from '@/lib/types';

export const decisions: Decisions<AlertGroup> = {
  order: 20,
  follows: {
    'alert.': ['groups', 'together'],
    'signals.': ['groups', 'together'],
    'incident.': ['groups', 'together'],
    'quiet.': ['groups'],
  },
  rows: (props) =>
    (props['groups'] as AlertGroup[]).map((group) => ({ id: `group-${group.id}`, since: group.since, item: group })),
};
</script>

<script setup lang="ts">
import { computed } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import { beginningOf } from '@/pages/Incidents/beginning';
import GroupCard from '@/pages/Incidents/GroupCard.vue';
import { useWatch } from '@/pages/Incidents/watchState';

/** Alerts that belong together, and to no incident. */
const props = defineProps<{ item: AlertGroup; selected: boolean }>();
const WAIT_MINUTES = 30;
const shared = useShared();
const action = useAction();
const { attaching, coordinates, declaring, open } = useWatch();
/** Responders take and attach what is their team's. */
const isOwn = computed(
  () =>
    (shared.value.me?.may.includes('take-alerts') ?? false) &&
    props.item.team_id !== null &&
    props.item.team_id === shared.value.me?.team,
);
const declare = (): void => {
  declaring.value = beginningOf(props.item);
};
const take = (): void => action.send('/alerts/take', { alerts: props.item.alertIds });
const wait = (): void => action.send('/alerts/wait', { alerts: props.item.alertIds, minutes: WAIT_MINUTES });
useCommands(() =>
  props.selected && coordinates.value
    ? [
        { name: `Declare an incident: ${props.item.title}`, key: 'd', run: declare },
        { name: `Attach to an incident: ${props.item.title}`, key: 'a', run: () => (attaching.value = props.item) },
        { name: `Take it: ${props.item.title}`, key: 't', run: take },
        { name: `Let it wait ${WAIT_MINUTES} min: ${props.item.title}`, key: 'w', run: wait },
      ]
    : [],
);
</script>

<template>
  <div>
    <TroubleNote :text="action.errors.value.action" class="mb-2" />
    <GroupCard
      :group="item"
      :selected="selected"
      :may-act="coordinates"
      :may-take="coordinates || isOwn"
      :may-attach="open.length > 0"
      :wait-minutes="WAIT_MINUTES"
      :busy="action.busy.value"
      @declare="declare"
      @attach="attaching = item"
      @take="take"
      @wait="wait"
    />
  </div>
</template>
