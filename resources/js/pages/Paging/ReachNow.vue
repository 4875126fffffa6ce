<script setup lang="ts">
import { clockTime } from '@/lib/time';
import type { ReachTest, Way } from '@/pages/Paging/staff';

/** How somebody would be reached now, and how their tests went. */
const props = defineProps<{
  present: { urgency: string; ways: Way[] }[];
  tests: ReachTest[];
  channels: { value: string; words: string }[];
}>();
const words = (channel: string): string => props.channels.find((one) => one.value === channel)?.words ?? channel;
const stands = (one: ReachTest): string => {
  if (one.answered_at) return `answered ${clockTime(one.answered_at)}`;
  if (one.failed_at) return `came back: ${one.error ?? ''}`;
  if (one.delivered_at) return 'arrived; answer it on the device';
  return one.sent_at ? 'sent; not confirmed yet' : 'on its way';
};
const inOrder = (ways: Way[]): string =>
  ways.map((one) => `${words(one.channel)}${one.after ? ` after ${one.after} s` : ' at once'}`).join(', ') || 'nothing';
</script>

<template>
  <div>
    <h2 class="mb-1">If a page came now</h2>
    <dl class="text-small">
      <div v-for="one in present" :key="one.urgency" class="row-rule py-1">
        <dt class="font-semibold">{{ one.urgency }}</dt>
        <dd class="text-ink-2">{{ inOrder(one.ways) }}</dd>
      </div>
    </dl>
    <h2 class="mt-5 mb-1">Tests</h2>
    <p v-if="tests.length === 0" class="text-small text-ink-2">
      None yet. A test goes out like a real page, and says so.
    </p>
    <ol class="text-small" aria-live="polite">
      <li v-for="one in tests" :key="one.id" class="row-rule grid grid-cols-[3.2rem_1fr] py-1">
        <span class="font-mono text-ink-3">{{ clockTime(one.at).slice(-5) }}</span>
        <span
          ><strong>{{ words(one.channel) }}</strong
          >,
          <span :class="one.failed_at && !one.answered_at ? 'font-semibold text-call' : ''">{{
            stands(one)
          }}</span></span
        >
      </li>
    </ol>
  </div>
</template>
