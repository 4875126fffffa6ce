<script setup lang="ts">
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import { clockTime, remaining, millis, useNow } from '@/lib/time';
import type { CallLine, PageLine } from '@/pages/Paging/calls';

/** Who was paged when, on what, and what they answered. */
defineProps<{ calls: CallLine[]; incident: number; mayStop: boolean }>();
const now = useNow();
const answering = useAction();
const ways: Record<string, string> = {
  text: ' by text',
  mail: ' by mail',
  key: ' by a key',
  chat: ' in the chat',
  room: ' here',
};
const said = { yes: 'yes', no: 'no', later: 'yes, a little later', hand: 'and handed it on' };
const stands = (page: PageLine): string => {
  if (page.answer)
    return `answered ${said[page.answer]}${ways[page.answered_how ?? ''] ?? ''}, ${clockTime(page.answered_at ?? page.at)}${page.answer_why ? `: “${page.answer_why}”` : ''}`;
  if (page.failed_at) return `came back${page.error ? `: ${page.error}` : ''}`;
  if (page.opened_at) return `opened ${clockTime(page.opened_at)}`;
  if (page.delivered_at) return 'arrived, no answer yet';
  return page.sent_at ? 'sent, no answer yet' : 'on its way';
};
const holds = (call: CallLine): string => {
  const who = call.iHaveIt ? 'you have it' : `${call.heldBy ?? 'somebody'} has it`;
  if (call.handedTo) return `${who} until ${call.handedTo} says yes`;
  if (call.beginsAt && millis(call.beginsAt) > now.value)
    return `${who}, starts in ${remaining(millis(call.beginsAt) - now.value)}`;
  return call.askedAt ? `${who}, and is asked whether they are on it` : who;
};
const words = (call: CallLine): string =>
  ({
    waiting: `step ${call.step} of ${call.steps}${call.round > 1 ? `, round ${call.round}` : ''}`,
    acknowledged: holds(call),
    exhausted: call.ended ?? 'nobody answered',
    resolved: call.stopped ? `stopped by ${call.stopped.by}: ${call.stopped.why}` : 'over',
  })[call.outcome];
const answer = (call: CallLine, incident: number, what: 'yes' | 'no'): void =>
  answering.send(`/incidents/${incident}/answer`, { page: call.mine, answer: what });
</script>

<template>
  <p v-if="calls.length === 0" class="text-small text-ink-2">Nobody was called.</p>
  <div
    v-for="call in calls"
    :key="call.id"
    class="mb-2 text-small"
    :class="call.unanswered ? 'border-l-[5px] border-call bg-sheet py-1 pl-2' : ''"
  >
    <p v-if="call.unanswered" role="alert">
      <strong class="text-call">{{ call.ended }}.</strong>
      {{ call.outcome === 'waiting' ? 'Nobody is left to answer in this step.' : 'Nobody is coming.' }} Call somebody
      else.
    </p>
    <p>
      <strong>{{ call.team }}</strong>,
      <span :class="call.outcome === 'exhausted' ? 'font-semibold text-call' : 'text-ink-2'">{{
        words(call)
      }}</span><span v-if="call.step_ends_at && call.outcome === 'waiting'" class="text-call"
        >, next step in
        <span class="font-mono font-semibold">{{ remaining(millis(call.step_ends_at) - now) }}</span></span
      >
    </p>
    <p v-if="call.handed || call.reason" class="text-ink-2">
      {{ call.by ? `${call.by} ${call.handed ? 'hands it on' : 'calls'}` : 'Called'
      }}{{ call.reason ? `: ${call.reason}` : '' }}
    </p>
    <p v-if="call.policyChanged" class="text-tiny text-ink-2">
      Its policy, {{ call.policy }}, has changed since; this call keeps the one it started with.
    </p>
    <p v-if="call.mine && call.outcome !== 'resolved'" class="my-1 flex gap-2">
      <button
        v-if="!call.iHaveIt"
        type="button"
        class="rounded-edge border-2 border-ink px-2 py-0.5 font-semibold"
        @click="answer(call, incident, 'yes')"
      >
        Yes, I take it
      </button>
      <button type="button" class="link" @click="answer(call, incident, 'no')">
        {{ call.iHaveIt ? 'I can’t go on' : 'No, I can’t' }}
      </button>
    </p>
    <ol>
      <li v-for="page in call.pages" :key="page.id" class="grid grid-cols-[3.2rem_1fr] py-0.5">
        <time :datetime="page.at" :title="page.at" class="font-mono text-ink-3">{{
          clockTime(page.at).slice(-5)
        }}</time>
        <span>
          <span class="font-semibold">{{ page.person }}</span><span class="text-ink-2"
            >, {{ page.way
            }}{{
              page.kind === 'ask' ? ', asked again' : page.kind === 'again' ? ', resent once the channel worked' : ''
            }}:
          </span>
          <span :class="page.answer || page.failed_at ? 'text-ink' : 'text-call'">{{ stands(page) }}</span>
        </span>
      </li>
    </ol>
    <WhyForm
      v-if="mayStop && call.outcome !== 'resolved'"
      words="Stop this call"
      :about="`to ${call.team}`"
      question="Why it is stopped"
      :button="`Stop the call to ${call.team}`"
      :url="`/calls/${call.id}/stop`"
    />
  </div>
</template>
