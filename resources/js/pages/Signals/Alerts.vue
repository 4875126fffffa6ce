<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import AppShell from '@/components/AppShell.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { plural } from '@/lib/states';
import { clockTime } from '@/lib/time';
import type { AlertLine } from '@/lib/types';

defineProps<{ alerts: AlertLine[]; show: 'open' | 'all'; total: number }>();
</script>

<template>
  <AppShell
    title="Alerts"
    :follows="{ 'alert.': ['alerts', 'total'], 'signals.': ['alerts', 'total'], 'incident.': ['alerts'] }"
  >
    <div class="min-h-0 overflow-auto p-4" tabindex="0" role="region" aria-label="Alerts">
      <div class="mb-2 flex items-baseline justify-between">
        <h1>{{ show === 'open' ? 'Open alerts' : 'All alerts' }}</h1>
        <p class="text-small">
          {{ plural(total, 'alert')
          }}<template v-if="total > alerts.length">, the newest {{ alerts.length }} shown</template>.
          <Link :href="show === 'open' ? '/alerts?show=all' : '/alerts'" class="link">{{
            show === 'open' ? 'Show closed ones too' : 'Only open ones'
          }}</Link>
        </p>
      </div>
      <p v-if="alerts.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
        No alert is open<template v-if="show === 'all'"> or was, in this time</template>. Monitors speak at POST
        /api/v1/signals.
      </p>
      <table v-else class="w-full text-left text-small">
        <thead class="text-ink-2">
          <tr class="row-rule">
            <th class="py-1 font-semibold">What</th>
            <th class="font-semibold">Item</th>
            <th class="font-semibold">Level</th>
            <th class="text-right font-semibold">Signals</th>
            <th class="pl-4 font-semibold">Since</th>
            <th class="font-semibold">Stands</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="alert in alerts" :key="alert.id" class="row-rule">
            <td class="py-1.5 pr-3">
              <span class="flex items-start gap-2"
                ><StateMark :state="alert.closed_at ? 'restored' : alert.state" :size="18" /><Link
                  :href="`/alerts/${alert.id}`"
                  class="font-semibold hover:underline"
                  >{{ alert.title }}</Link
                ></span
              >
            </td>
            <td class="pr-3">
              <Link v-if="alert.item" :href="`/estate/${encodeURIComponent(alert.item)}`" class="link">{{
                alert.item
              }}</Link><span v-else>{{ alert.item_named ?? '–' }}</span>
            </td>
            <td class="pr-3">{{ alert.level }}</td>
            <td class="text-right font-mono">
              {{ alert.count
              }}<span v-if="alert.flips" class="text-ink-3" :title="`cleared and fired again ${alert.flips} times`">
                ↕{{ alert.flips }}</span
              >
            </td>
            <td class="pl-4"><TimeAgo :at="alert.first_signal_at" /></td>
            <td>
              <Link v-if="alert.incident" :href="`/incidents/${alert.incident}`" class="link"
                >IN-{{ String(alert.incident).padStart(4, '0') }}</Link
              >
              <template v-else-if="alert.closed_at">over {{ clockTime(alert.closed_at) }}</template>
              <template v-else-if="alert.wait_until">waits until {{ clockTime(alert.wait_until) }}</template>
              <template v-else-if="alert.taken_at">taken</template>
              <strong v-else class="text-call">nobody has it</strong>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </AppShell>
</template>
