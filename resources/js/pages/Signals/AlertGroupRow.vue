<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateRank } from '@/lib/states';
import { clockTime, lasting, millis, useNow } from '@/lib/time';
import type { AlertGroup, AlertLine } from '@/lib/types';

/** A group on one line, and its alerts under it once it is opened. */
const props = defineProps<{
  group: AlertGroup;
  /** Its alerts, once they are shown one by one. */
  alerts: AlertLine[] | null;
  selectedId: string | null;
  mayAct: boolean;
  isMarked: (ids: number[]) => boolean;
}>();
const emit = defineEmits<{ select: [id: string]; mark: [ids: number[]]; open: [] }>();
const now = useNow();
const id = computed(() => `group-${props.group.id}`);
const calls = computed(() => props.group.taken === null && props.group.tier <= 2 && stateRank[props.group.state] >= 2);
const service = computed(() => props.group.services[0] ?? null);

const stands = (alert: AlertLine): string => {
  if (alert.withdrawn_at) return 'withdrawn';
  if (alert.closed_at) return `over ${clockTime(alert.closed_at)}`;
  if (alert.incident) return `in IN-${String(alert.incident).padStart(4, '0')}`;
  if (alert.put_away_at) return `closed by hand: ${alert.closed_reason ?? ''}`;
  if (alert.wait_until && millis(alert.wait_until) > now.value) return `waits until ${clockTime(alert.wait_until)}`;
  if (alert.handling === 'hours' && alert.handle_at && millis(alert.handle_at) > now.value)
    return `in working hours, ${clockTime(alert.handle_at)}`;
  if (alert.handling === 'record') return 'only recorded';
  return alert.taken_at ? 'taken' : '';
};
const line = (alertId: number): string => `alert-${alertId}`;
</script>

<template>
  <div
    :id="id"
    tabindex="-1"
    class="grid grid-cols-[18px_22px_1fr] items-start gap-x-2.5 border-b border-line py-1.5 pr-2 sm:grid-cols-[18px_22px_minmax(0,1fr)_minmax(0,220px)_96px_130px]"
    :class="[
      calls ? 'border-l-[5px] border-l-call pl-1.5' : 'border-l-[5px] border-l-transparent pl-1.5',
      selectedId === id ? 'bg-sheet shadow-[inset_0_0_0_1.5px_var(--edge)]' : '',
    ]"
    @focusin="emit('select', id)"
    @click="emit('select', id)"
  >
    <input
      v-if="mayAct"
      type="checkbox"
      class="mt-1"
      :checked="isMarked(group.alertIds)"
      :aria-label="`Mark ${group.title}`"
      tabindex="-1"
      @change="emit('mark', group.alertIds)"
    /><span v-else />
    <StateMark :state="group.state" :size="20" />
    <div class="min-w-0">
      <p class="flex items-baseline gap-2">
        <Link :href="`/alerts/${group.lead}`" class="truncate font-semibold hover:underline">{{ group.title }}</Link>
        <span class="shrink-0 text-small text-ink-2">{{ group.level }}</span>
      </p>
      <p class="text-small text-ink-2">
        <button
          type="button"
          class="link"
          :aria-expanded="alerts !== null"
          tabindex="-1"
          @click.stop="
            emit('select', id);
            emit('open');
          "
        >
          {{ plural(group.count, 'alert') }}
        </button>
        from {{ plural(group.signals, 'signal')
        }}<template v-if="group.flips > 0">, on and off {{ plural(group.flips, 'time') }}</template
        ><template v-if="group.root"
          >; common cause <span class="text-ink">{{ group.root.name }}</span></template
        ><template v-else-if="group.items.length">; on {{ group.items.map((item) => item.name).join(', ') }}</template>
        <span v-if="group.suggested" class="ml-1 font-semibold text-call">Declare it: {{ group.suggested }}.</span>
      </p>
    </div>
    <p class="text-small max-sm:col-start-3">
      <template v-if="service"
        ><span class="font-semibold">{{ service.name }}</span
        >, tier {{ service.tier
        }}<span v-if="group.services.length > 1" class="text-ink-2">
          and {{ group.services.length - 1 }} more</span
        ></template
      ><span v-else class="text-ink-2">no service</span>
    </p>
    <p class="text-small text-ink-2 max-sm:col-start-3" :title="`since ${clockTime(group.since)}`">
      for {{ lasting(now - millis(group.since)) }}
    </p>
    <p class="text-small max-sm:col-start-3">
      <template v-if="group.taken">{{ group.taken.by }}</template>
      <strong v-else class="text-call">nobody has it</strong>
      <span v-if="group.team" class="block text-tiny text-ink-2">{{ group.team }}</span>
    </p>
  </div>
  <ul v-if="alerts" class="mb-1 border-b border-line bg-sheet pl-6">
    <li
      v-for="alert in alerts"
      :id="line(alert.id)"
      :key="alert.id"
      tabindex="-1"
      class="grid grid-cols-[18px_18px_1fr] items-baseline gap-x-2.5 py-1 text-small sm:grid-cols-[18px_18px_minmax(0,1fr)_minmax(0,180px)_110px_170px]"
      :class="selectedId === line(alert.id) ? 'shadow-[inset_0_0_0_1.5px_var(--edge)]' : ''"
      @focusin="emit('select', line(alert.id))"
      @click="emit('select', line(alert.id))"
    >
      <input
        v-if="mayAct"
        type="checkbox"
        :checked="isMarked([alert.id])"
        :aria-label="`Mark ${alert.title}`"
        tabindex="-1"
        @change="emit('mark', [alert.id])"
      /><span v-else />
      <StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="16" />
      <Link :href="`/alerts/${alert.id}`" class="truncate hover:underline">{{ alert.title }}</Link>
      <span class="truncate text-ink-2 max-sm:col-start-3">{{ alert.item_named ?? alert.source }}</span>
      <span class="text-ink-2 max-sm:col-start-3"
        >{{ plural(alert.count, 'signal') }}<template v-if="alert.flips">, {{ alert.flips }}↕</template></span
      >
      <span class="truncate text-ink-2 max-sm:col-start-3">{{
        stands(alert) || `for ${lasting(now - millis(alert.first_signal_at))}`
      }}</span>
    </li>
    <li v-if="alerts.length > 0 && group.count > alerts.length" class="py-1 text-small text-ink-2">
      and {{ group.count - alerts.length }} more, which what is done with the group reaches too.
    </li>
  </ul>
</template>
