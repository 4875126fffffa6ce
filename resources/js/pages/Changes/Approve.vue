<script setup lang="ts">
import { Head, Link, usePoll } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { LIVE } from '@/lib/beside';
import type { ChangeOnPage, LookedAt } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockSpan, clockTime, followServerTime } from '@/lib/time';
import ApprovalStages from '@/pages/Changes/ApprovalStages.vue';
import WhatItDoes from '@/pages/Changes/WhatItDoes.vue';

/** A change on the phone of somebody whose answer it waits for: what, when, what it takes down, the way back; yes or no. */
const props = defineProps<{
  answerTo: string;
  person: string;
  change: ChangeOnPage;
  looked: LookedAt | null;
  said: { yes: boolean; comment: string; at: string } | null;
  isOld: boolean;
}>();
const shared = useShared();
usePoll(5000, { headers: LIVE });
watch(() => shared.value.now, followServerTime, { immediate: true });
const action = useAction();
const comment = ref('');
const line = computed(() => props.change.line);
const answer = (yes: boolean): void =>
  action.send(props.answerTo, { yes, comment: comment.value, round: props.change.round ?? 0 });
const stands = computed(() => {
  if (props.isOld) return `The plan was changed since you were asked. ${line.value.ref} is ${line.value.words}.`;
  if (props.said)
    return `You said ${props.said.yes ? 'yes' : 'no'}, ${clockTime(props.said.at)}. ${line.value.ref} is ${line.value.words}.`;
  if (props.change.mayAnswer) return '';
  return line.value.state === 'asked'
    ? 'Nobody waits for your answer now: whoever you stand in for is back, or has answered.'
    : `Nothing to do: ${line.value.ref} is ${line.value.words}.`;
});
</script>

<template>
  <Head :title="`${line.ref} ${line.title}`" />
  <main class="mx-auto flex min-h-dvh max-w-md flex-col gap-4 p-4">
    <header>
      <p class="flex justify-between text-small text-ink-2">
        <span>{{ line.kind === 'emergency' ? 'An emergency change' : 'A change' }}, for {{ person }}</span
        ><span class="font-mono">{{ line.ref }}</span>
      </p>
      <h1 class="mt-1 line-clamp-4 text-2xl! leading-tight">{{ line.title }}</h1>
      <p class="mt-1 text-head font-semibold">{{ clockSpan(line.from, line.to) }}</p>
      <p v-if="change.askedBy && !isOld" class="text-small text-ink-2">{{ change.askedBy }} asks for it.</p>
    </header>
    <template v-if="!isOld">
      <p v-if="change.difference" class="border-l-2 border-call pl-3 text-small">
        <strong>Other than before:</strong> {{ change.difference }}
      </p>
      <dl class="grid gap-x-3 gap-y-1 text-small">
        <template v-if="change.reason">
          <dt class="text-ink-2">Why</dt>
          <dd>{{ change.reason }}</dd>
        </template>
        <template v-if="change.down.length">
          <dt class="text-ink-2">Takes down</dt>
          <dd>{{ change.down.map((one) => one.name).join(', ') }}</dd>
        </template>
        <template v-if="change.touched.length">
          <dt class="text-ink-2">Touches</dt>
          <dd>{{ change.touched.map((one) => one.name).join(', ') }}</dd>
        </template>
        <template v-if="change.backOut">
          <dt class="text-ink-2">The way back</dt>
          <dd>{{ change.backOut }}</dd>
        </template>
      </dl>
      <WhatItDoes v-if="looked" :looked="{ ...looked, slots: [], inTheWay: [] }" />
      <details v-if="change.steps.length" class="text-small">
        <summary class="min-h-6 font-semibold">Its {{ change.steps.length }} steps</summary>
        <ol class="list-decimal pl-5">
          <li v-for="step in change.steps" :key="step.id">
            {{ step.text }}<template v-if="step.minutes">, {{ step.minutes }} min</template
            ><strong v-if="step.noReturn">. No way back after this</strong>
          </li>
        </ol>
      </details>
      <section aria-labelledby="said">
        <h2 id="said">Who says yes or no</h2>
        <ApprovalStages :stages="change.stages" />
      </section>
    </template>
    <div class="sticky bottom-0 mt-auto grid gap-2 bg-paper py-3">
      <p role="status" class="text-center font-semibold">{{ stands }}</p>
      <TroubleNote :text="action.errors.value.comment ?? action.errors.value.action" />
      <form v-if="change.mayAnswer && !isOld" class="grid gap-2" @submit.prevent="answer(true)">
        <label class="text-small font-semibold"
          >Comment (why not, if you say no)<input v-model="comment" class="field" maxlength="1000"
        /></label>
        <div class="grid grid-cols-2 gap-2">
          <ActButton main type="submit" :busy="action.busy.value" class="py-3 text-head">Yes, go ahead</ActButton>
          <ActButton :busy="action.busy.value" class="py-3 text-head" type="button" @click="answer(false)"
            >No</ActButton
          >
        </div>
      </form>
      <Link :href="`/changes/${line.id}`" class="link min-h-6 text-center text-small">Open it in Skarvo (sign in)</Link>
    </div>
  </main>
</template>
