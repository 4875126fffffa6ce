<script setup lang="ts">
import { clockTime, remaining, millis, useNow } from '@/lib/time';
import type { CallLine, PageLine } from '@/pages/Incidents/room';

/** Who was paged when, on what, and what they answered. */
defineProps<{ calls: CallLine[] }>();
const now = useNow();
const channels: Record<string, string> = { push: 'push', text: 'text message', voice: 'voice call', mail: 'mail' };
const stands = (page: PageLine): string => {
  if (page.answer) return `answered ${page.answer} ${clockTime(page.answered_at ?? page.at)}`;
  if (page.failed_at) return 'came back';
  if (page.opened_at) return `opened ${clockTime(page.opened_at)}`;
  return page.sent_at ? 'no answer yet' : 'on its way';
};
const words = (call: CallLine): string =>
  ({
    waiting: `step ${call.step} of ${call.steps}${call.round > 1 ? `, round ${call.round}` : ''}`,
    acknowledged: `${call.heldBy ?? 'somebody'} has it`,
    exhausted: 'nobody answered',
    resolved: 'over',
  })[call.outcome];
</script>

<template>
  <p v-if="calls.length === 0" class="text-small text-ink-2">Nobody was called.</p>
  <div v-for="call in calls" :key="call.id" class="mb-2 text-small">
    <p>
      <strong>{{ call.team }}</strong>,
      <span :class="call.outcome === 'exhausted' ? 'font-semibold text-call' : 'text-ink-2'">{{
        words(call)
      }}</span><span v-if="call.step_ends_at && call.outcome === 'waiting'" class="text-call"
        >, next step in
        <span class="font-mono font-semibold">{{ remaining(millis(call.step_ends_at) - now) }}</span></span
      >
    </p>
    <ol>
      <li v-for="page in call.pages" :key="page.id" class="grid grid-cols-[3.2rem_1fr] py-0.5">
        <time :datetime="page.at" :title="page.at" class="font-mono text-ink-3">{{
          clockTime(page.at).slice(-5)
        }}</time>
        <span>
          <span class="font-semibold">{{ page.person }}</span><span class="text-ink-2"
            >, {{ channels[page.channel] ?? page.channel }}:
          </span>
          <span :class="page.answer || page.failed_at ? 'text-ink' : 'text-call'">{{ stands(page) }}</span>
        </span>
      </li>
    </ol>
  </div>
</template>
