<script setup lang="ts">
import { computed } from 'vue';
import { plural } from '@/lib/states';
import { clockTime } from '@/lib/time';
import type { DryRunResult, WouldBe } from '@/lib/types';

/** What rules would have made of what came: told in a sentence, with the alerts that it is about. */
const props = defineProps<{ result: DryRunResult }>();
const r = computed(() => props.result);
const same = computed(
  () =>
    r.value.goneInAll + r.value.newInAll + r.value.pagesGoneInAll + r.value.pagesNewInAll === 0 &&
    r.value.before.alerts === r.value.after.alerts &&
    r.value.before.groups === r.value.after.groups &&
    r.value.before.asking === r.value.after.asking,
);
const lists = computed<{ title: string; alerts: WouldBe[]; inAll: number }[]>(() =>
  [
    { title: 'Pages that would not have been sent', alerts: r.value.pagesGone, inAll: r.value.pagesGoneInAll },
    { title: 'Pages that would have been sent', alerts: r.value.pagesNew, inAll: r.value.pagesNewInAll },
    { title: 'Alerts that would not have been there', alerts: r.value.gone, inAll: r.value.goneInAll },
    { title: 'Alerts that would have been there', alerts: r.value.new, inAll: r.value.newInAll },
  ].filter((list) => list.inAll > 0),
);
const rows = [
  ['alerts', 'Alerts'],
  ['groups', 'Groups'],
  ['asking', 'Alerts that need someone'],
  ['pages', 'Pages'],
  ['momentary', 'Cleared before they were due'],
  ['muted', 'Held back in quiet times'],
] as const;
</script>

<template>
  <div>
    <p class="text-head" role="status">
      <strong>{{ plural(r.signals, 'signal') }}</strong> of the last {{ r.over }}:
      <template v-if="same">nothing would have been different.</template>
      <template v-else
        ><strong>{{ plural(r.after.alerts ?? 0, 'alert') }} instead of {{ r.before.alerts }}</strong
        ><template v-if="r.pagesGoneInAll"
          >; {{ r.pagesGoneInAll === 1 ? 'this page' : `these ${r.pagesGoneInAll} pages` }} would not have been
          sent</template
        ><template v-if="r.pagesNewInAll">; {{ plural(r.pagesNewInAll, 'page') }} more would have been sent</template
        >.</template
      >
      <span v-if="r.cut" class="text-small text-ink-2"> There were more signals; the newest 200,000 were run.</span>
    </p>
    <table class="mt-2 text-small">
      <thead>
        <tr class="text-left text-ink-2">
          <th class="pr-6 font-semibold"><span class="sr-only">What</span></th>
          <th class="pr-4 text-right font-semibold">rules in force</th>
          <th class="text-right font-semibold">with these</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[field, title] in rows" :key="field" class="row-rule">
          <th class="py-0.5 pr-6 text-left font-normal">{{ title }}</th>
          <td class="pr-4 text-right font-mono">{{ r.before[field] }}</td>
          <td class="text-right font-mono" :class="r.before[field] !== r.after[field] ? 'font-bold' : ''">
            {{ r.after[field] }}
          </td>
        </tr>
      </tbody>
    </table>
    <details v-for="list in lists" :key="list.title" class="mt-2 text-small" :open="list.title.startsWith('Pages')">
      <summary class="font-semibold">{{ list.title }} ({{ list.inAll }})</summary>
      <ul class="mt-1">
        <li v-for="(alert, i) in list.alerts" :key="i" class="row-rule flex flex-wrap gap-x-3 py-0.5">
          <span class="font-mono text-tiny text-ink-2">{{ clockTime(alert.opened_at) }}</span>
          <span>{{ alert.check }} on {{ alert.items.join(', ') || alert.source }}</span>
          <span class="text-ink-2"
            >{{ alert.level }}, {{ plural(alert.count, 'signal')
            }}<template v-if="alert.team">, to {{ alert.team }}</template></span
          >
        </li>
        <li v-if="list.inAll > list.alerts.length" class="py-0.5 text-ink-2">
          and {{ list.inAll - list.alerts.length }} more
        </li>
      </ul>
    </details>
  </div>
</template>
