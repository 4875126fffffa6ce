<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { lasting, millis, remaining, useNow } from '@/lib/time';
import type { RoomSheet } from '@/pages/Incidents/room';
import { useRoom } from '@/pages/Incidents/roomState';

/** What an incident is, who coordinates it, and what runs out. */
const emit = defineEmits<{ open: [sheet: RoomSheet] }>();
const { room, incident, isOpen, coordinates } = useRoom();
const shared = useShared();
const now = useNow();
const coordination = useAction();
const choices = computed(() => room.value.choices);
const owed = computed(() => (incident.value.next_update_at ? millis(incident.value.next_update_at) - now.value : null));
/** Until somebody who was called answers, or people are told for the first time. */
const first = computed(() =>
  incident.value.respond_by && !incident.value.answered_at ? millis(incident.value.respond_by) - now.value : null,
);
const target = computed(() => millis(incident.value.restore_by) - now.value);
const soonest = computed(() => shared.value.clocks?.[0]);
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-7 gap-y-2 border-b border-line px-4 py-2">
    <StateMark :state="incident.state" :size="28" />
    <div class="min-w-64 flex-1">
      <h1>{{ incident.title }}</h1>
      <p class="text-small text-ink-2">
        <strong v-if="incident.major_at" class="mr-1 border-2 border-ink px-1 text-ink">Major incident</strong>
        <span class="font-mono">{{ incident.ref }}</span>, priority {{ incident.priority }},
        <Link v-if="incident.service_id" :href="`/estate/${encodeURIComponent(incident.service_id)}`" class="link">{{
          incident.service
        }}</Link><template v-else>no service known to be hit</template>. {{ incident.stageWords }}.
        <template v-if="incident.coordinator">{{ incident.coordinator }} coordinates.</template
        ><strong v-else class="text-call">Nobody coordinates this.</strong>
        <button
          v-if="isOpen && coordinates && incident.coordinator_id !== shared.me?.id"
          type="button"
          class="link"
          @click="coordination.send(`/incidents/${incident.id}/coordinate`, { from: incident.coordinator_id })"
        >
          Take coordination
        </button>
        <label v-if="isOpen && !coordinates && shared.me?.may.includes('set-stage')" class="inline-block"
          ><span class="sr-only">Stage</span>
          <select
            class="field inline-block! w-auto! py-0.5"
            :value="incident.stage"
            @change="
              coordination.send(`/incidents/${incident.id}/stage`, {
                version: incident.version,
                stage: ($event.target as HTMLSelectElement).value,
              })
            "
          >
            <option v-for="one in choices.stages" :key="one.value" :value="one.value">{{ one.meaning }}</option>
          </select></label
        >
        <button v-if="isOpen && coordinates" type="button" class="link" @click="emit('open', 'change')">
          Edit <kbd aria-hidden="true">e</kbd>
        </button>
        <template v-if="isOpen && coordinates">
          {{ ' ' }}
          <button v-if="incident.major_at" type="button" class="link" @click="emit('open', 'lower')">
            No major incident…
          </button>
          <button v-else type="button" class="link" @click="emit('open', 'raise')">Raise to major…</button>
        </template>
      </p>
    </div>
    <p class="text-right text-tiny text-ink-2">
      <span class="block font-mono text-clock font-semibold text-ink">{{
        lasting((incident.resolved_at ? millis(incident.resolved_at) : now) - millis(incident.started_at))
      }}</span>
      {{ isOpen ? 'since the start' : 'in all' }}
    </p>
    <p v-if="isOpen && first !== null" class="text-right text-tiny text-ink-2">
      <span class="block font-mono text-clock font-semibold" :class="first < 0 ? 'text-call' : 'text-ink'">{{
        remaining(first)
      }}</span>
      {{ first < 0 ? 'no first answer yet' : 'to the first answer' }}
    </p>
    <p v-if="isOpen" class="text-right text-tiny text-ink-2">
      <span class="block font-mono text-clock font-semibold" :class="target < 0 ? 'text-call' : 'text-ink'">{{
        remaining(target)
      }}</span>
      {{ target < 0 ? 'past the restore target' : 'to the restore target' }}
    </p>
    <p v-if="isOpen && owed !== null" class="text-right text-tiny text-ink-2">
      <span class="block font-mono text-clock font-semibold" :class="owed < 600_000 ? 'text-call' : 'text-ink'">{{
        remaining(owed)
      }}</span>
      {{ owed < 0 ? 'update overdue' : 'until the next update' }}
    </p>
    <button
      v-if="soonest"
      type="button"
      class="max-w-52 text-left text-tiny text-ink-2"
      @click="emit('open', 'clocks')"
    >
      <span
        class="block font-mono text-small font-semibold"
        :class="soonest.due - now < 600_000 ? 'text-call' : 'text-ink'"
        >{{ remaining(soonest.due - now) }} <kbd aria-hidden="true">c</kbd></span
      >
      <span class="line-clamp-1">{{ soonest.title }}</span>
    </button>
    <ActButton v-if="isOpen && coordinates" shortcut="r" @click="emit('open', 'resolve')">Resolve…</ActButton>
    <template v-else-if="!isOpen">
      <p class="font-semibold text-calm">Resolved <TimeAgo :at="incident.resolved_at ?? 0" /></p>
      <ActButton v-if="coordinates" @click="emit('open', 'reopen')">Reopen…</ActButton>
    </template>
  </div>
</template>
