<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { onMounted, ref } from 'vue';
import AppShell from '@/components/AppShell.vue';
import RunningClocks from '@/components/RunningClocks.vue';
import SideSheet from '@/components/SideSheet.vue';
import { ask } from '@/lib/ask';
import { useCommands } from '@/lib/commands';
import { LIVE } from '@/lib/beside';
import { panelsIn, withPanels } from '@/lib/panels';
import { useShared } from '@/lib/shared';
import ChangeSheet from '@/pages/Incidents/ChangeSheet.vue';
import LowerSheet from '@/pages/Incidents/LowerSheet.vue';
import RaiseSheet from '@/pages/Incidents/RaiseSheet.vue';
import MergeSheet from '@/pages/Incidents/MergeSheet.vue';
import ReopenSheet from '@/pages/Incidents/ReopenSheet.vue';
import ResolveSheet from '@/pages/Incidents/ResolveSheet.vue';
import RoomHead from '@/pages/Incidents/RoomHead.vue';
import RoomJournal from '@/pages/Incidents/RoomJournal.vue';
import RoomKnown from '@/pages/Incidents/RoomKnown.vue';
import type { RoomProps, RoomSheet } from '@/pages/Incidents/room';
import RoomThen from '@/pages/Incidents/RoomThen.vue';
import SplitSheet from '@/pages/Incidents/SplitSheet.vue';
import { latestNow } from '@/lib/time';
import { useRoom } from '@/pages/Incidents/roomState';

/** The room of an incident: what we know, what was done, who is here; other capabilities bring their panels. */
defineOptions({ inheritAttrs: false });
const props = defineProps<RoomProps>();
const { isOpen, coordinates } = useRoom();
const shared = useShared();
const sheet = ref<RoomSheet | null>(null);
/** Of which moment the room is looked at beside that of now. */
const moment = ref<number | null>(null);
const lookBack = (at: number): void => {
  moment.value = Math.min(at, latestNow());
};
const panels = panelsIn('aside');
const what = ['reach', 'hit', 'together', 'causes', 'soFar', 'nextSteps', 'incident'];
const follows = withPanels({
  'owner.': ['hit', 'journal'],
  'incident.': [...what, 'times', 'growth', 'journal', 'said', 'alerts'],
  'incident.note$': ['journal'],
  'alert.': [...what, 'growth', 'alerts', 'journal'],
  'signals.': [...what, 'alerts'],
  'quiet.': ['reach', 'hit', 'soFar', 'incident'],
  'call.': ['journal', 'soFar', 'incident'],
  'page.': ['journal'],
  'report.': ['journal', 'growth'],
  'update.': ['journal', 'soFar', 'nextSteps', 'incident'],
  'mail.': ['journal'],
  'room.': ['journal'],
});

useCommands(() => [
  { name: 'Show the deadlines', key: 'c', run: () => (sheet.value = 'clocks') },
  { name: `See ${props.incident.ref} as it was`, key: 'b', run: () => lookBack(latestNow()) },
  ...(isOpen.value && coordinates.value
    ? [
        { name: `Correct what is said about ${props.incident.ref}`, key: 'e', run: () => (sheet.value = 'change') },
        props.incident.major_at
          ? { name: `${props.incident.ref} is no major incident`, run: () => (sheet.value = 'lower') }
          : { name: `Raise ${props.incident.ref} to a major incident`, run: () => (sheet.value = 'raise') },
        { name: `${props.incident.ref} is the same as another`, run: () => (sheet.value = 'merge') },
        { name: `${props.incident.ref} is two incidents`, run: () => (sheet.value = 'split') },
        { name: `Resolve ${props.incident.ref}`, key: 'r', run: () => (sheet.value = 'resolve') },
      ]
    : []),
  ...(!isOpen.value && coordinates.value
    ? [{ name: `Reopen ${props.incident.ref}`, run: () => (sheet.value = 'reopen') }]
    : []),
]);
/** Whoever has the room open says so; the server takes silence for leaving. */
useIntervalFn(() => {
  if (isOpen.value) void ask(`/incidents/${props.incident.id}/here`, {}, LIVE);
}, 30_000);
onMounted(() => {
  if (window.location.hash === '#reopen' && !isOpen.value && coordinates.value) sheet.value = 'reopen';
});
</script>

<template>
  <AppShell
    :title="`${incident.ref} ${incident.title}`"
    :incident="incident.id"
    :follows="follows"
    :growth="growth ?? []"
    @moment="lookBack"
  >
    <RoomHead @open="(one) => (sheet = one)" />
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(330px,430px)_1fr_280px]">
      <RoomKnown />
      <RoomJournal @moment="lookBack" />
      <aside
        class="min-h-0 overflow-y-auto px-4 py-3 max-lg:border-t max-lg:border-line"
        aria-label="People, updates, reports"
        tabindex="0"
      >
        <component :is="panel" v-for="(panel, i) in panels" :key="i" />
      </aside>
    </div>
    <RoomThen v-if="moment !== null" :at="moment" @close="moment = null" />
    <ReopenSheet v-if="sheet === 'reopen'" :incident="incident" @close="sheet = null" />
    <ResolveSheet v-if="sheet === 'resolve'" :incident="incident" @close="sheet = null" />
    <RaiseSheet v-if="sheet === 'raise'" @close="sheet = null" />
    <MergeSheet v-if="sheet === 'merge'" @close="sheet = null" />
    <SplitSheet v-if="sheet === 'split'" @close="sheet = null" />
    <LowerSheet v-if="sheet === 'lower'" @close="sheet = null" />
    <ChangeSheet
      v-if="sheet === 'change'"
      :incident="incident"
      :choices="choices"
      @close="sheet = null"
      @merge="sheet = 'merge'"
      @split="sheet = 'split'"
    />
    <SideSheet v-if="sheet === 'clocks'" open title="Deadlines" @close="sheet = null"
      ><RunningClocks :clocks="shared.clocks"
    /></SideSheet>
  </AppShell>
</template>
