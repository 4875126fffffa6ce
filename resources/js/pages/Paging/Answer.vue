<script setup lang="ts">
import { Head, Link, router, usePoll } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import { LIVE } from '@/lib/beside';
import TroubleNote from '@/components/TroubleNote.vue';
import { whenLost } from '@/lib/connection';
import { useShared } from '@/lib/shared';
import { clockTime, followServerTime, millis, remaining, useNow } from '@/lib/time';
import type { Facts, Way } from '@/pages/Paging/answer';
import AnswerFacts from '@/pages/Paging/AnswerFacts.vue';

/** A page on the phone of somebody who was asleep: what, where, how bad, who else; yes or no. */
const props = defineProps<
  Facts & {
    answerTo: string;
    asksAgain: boolean;
    with: {
      id: number;
      ref: string;
      title: string;
      priority: number;
      link: string;
      answer: string | null;
      mine: boolean;
    }[];
    next: string | null;
    beginsAt: string | null;
    handedTo: string | null;
    person: string;
    answer: 'yes' | 'no' | 'later' | 'hand' | null;
    answeredAt: string | null;
    callOutcome: string;
    heldBy: string | null;
    heldByMe: boolean;
    stepEndsAt: string | null;
    team: string;
    by: string | null;
    reason: string;
    afterNo: 'next' | 'nobody';
    stopped: boolean;
  }
>();
const shared = useShared();
const now = useNow();
usePoll(2000, { headers: LIVE });
watch(() => shared.value.now, followServerTime, { immediate: true });

const busy = ref<Way | null>(null);
const why = ref('');
const minutes = ref(10);
const to = ref('');
/** Which of the answers that need a word more is being given. */
const saying = ref<Exclude<Way, 'yes'> | null>(null);
const trouble = ref('');
const reply = (answer: Way, also: number[] = []): void => {
  if (busy.value) return;
  busy.value = answer;
  trouble.value = '';
  router.post(
    props.answerTo,
    { answer, why: why.value, minutes: minutes.value, to: to.value, also },
    {
      preserveScroll: true,
      preserveState: true,
      ...whenLost(() => {
        trouble.value = 'Not sent: no connection. Press again when you have one; until then the next person is called.';
      }),
      onError: (errors) => {
        trouble.value = Object.values(errors)[0] ?? '';
      },
      onSuccess: () => {
        saying.value = null;
      },
      onFinish: () => {
        busy.value = null;
      },
    },
  );
};
/** What else they are paged for, and have not answered. */
const open = computed(() => props.with.filter((one) => one.answer === null));
const isOver = computed(() => props.callOutcome === 'resolved');
const stands = computed(() => {
  if (props.stopped) return 'This call was stopped. Nothing to do.';
  if (isOver.value) return 'This is over. Nothing to do.';
  if (props.heldByMe && props.handedTo)
    return `You have it until ${props.handedTo} says yes; if they do not, the next person is called.`;
  if (props.heldByMe && props.beginsAt && millis(props.beginsAt) > now.value)
    return `You have it, and start in ${remaining(millis(props.beginsAt) - now.value)}. You are asked again then.`;
  if (props.heldByMe && props.asksAgain) return 'Nothing was done since you took it. Are you on it?';
  if (props.heldByMe) return `You have it since ${clockTime(props.answeredAt ?? props.begunAt)}.`;
  if (props.heldBy) return `${props.heldBy} has it. You can still join.`;
  if (props.answer === 'no')
    return props.afterNo === 'next'
      ? 'You said no. The call goes on to the next person.'
      : `You said no. Nobody else is left to call: ${props.decides ?? 'the coordinators'} ${props.decides ? 'decides' : 'decide'} who comes.`;
  if (props.callOutcome === 'exhausted') return 'The call has ended, but you can still take it.';
  return props.stepEndsAt ? `Next person is called in ${remaining(millis(props.stepEndsAt) - now.value)}.` : '';
});
</script>

<template>
  <Head :title="`${occasion.ref}: ${occasion.title}`" />
  <main class="mx-auto flex min-h-dvh max-w-md flex-col gap-4 p-4">
    <header>
      <p class="flex justify-between text-small text-ink-2">
        <span>{{ team }}, for {{ person }}</span
        ><span class="font-mono">{{ occasion.ref }}</span>
      </p>
      <h1 class="mt-1 line-clamp-4 text-2xl! leading-tight">{{ occasion.title }}</h1>
      <p v-if="reason" class="mt-1">
        <strong>{{ by ?? 'Skarvo' }} calls you:</strong> {{ reason }}
      </p>
    </header>
    <section
      v-if="props.with.length"
      aria-label="What else you are paged for"
      class="border-l-2 border-call pl-3 text-small"
    >
      <h2>
        {{ open.length ? 'You are paged for' : 'You were paged for' }}
        {{ open.length || props.with.length }} more
      </h2>
      <ul>
        <li v-for="one in props.with" :key="one.link">
          <Link :href="one.link" class="link">{{ one.ref }}, priority {{ one.priority }}: {{ one.title }}</Link
          ><span v-if="one.mine || one.answer" class="text-ink-2">{{ one.mine ? ', you have it' : ', answered' }}</span>
        </li>
      </ul>
    </section>
    <AnswerFacts
      :occasion="occasion"
      :impact="impact"
      :stage="stage"
      :begun-at="begunAt"
      :decides="decides"
      :services="services"
      :sites="sites"
      :alerts="alerts"
      :mended="mended"
      :alert-count="alertCount"
      :others="others"
      :last-update="lastUpdate"
      :bridge="bridge"
    />
    <div class="sticky bottom-0 mt-auto grid gap-2 bg-paper py-3">
      <p role="status" class="text-center font-semibold">{{ stands }}</p>
      <TroubleNote :text="trouble" />
      <template v-if="!isOver">
        <form v-if="saying" class="grid gap-2" @submit.prevent="reply(saying)">
          <label v-if="saying === 'no'" class="text-small font-semibold"
            >Why (optional)<input v-model="why" class="field py-3" maxlength="500" autofocus
          /></label>
          <label v-else-if="saying === 'later'" class="text-small font-semibold"
            >Minutes until you start<input
              v-model.number="minutes"
              type="number"
              min="1"
              max="120"
              inputmode="numeric"
              class="field py-3"
              autofocus
          /></label>
          <label v-else class="text-small font-semibold"
            >To whom<input v-model="to" class="field py-3" maxlength="120" :placeholder="next ?? 'A name'" autofocus
          /></label>
          <button
            type="submit"
            class="rounded-edge border-2 border-ink py-3 text-head font-bold"
            :aria-busy="busy === saying"
          >
            <template v-if="saying === 'no'">{{ heldByMe ? 'Hand it back' : 'No, I can’t' }}</template>
            <template v-else-if="saying === 'later'">Yes, in {{ minutes }} minutes</template>
            <template v-else>Page {{ to || next || '…' }}; you have it until then</template>
          </button>
          <button type="button" class="link py-2 text-small" @click="saying = null">Back</button>
        </form>
        <template v-else>
          <button
            v-if="!heldByMe || asksAgain"
            type="button"
            class="rounded-edge bg-ink py-4 text-xl font-bold text-on-ink"
            :aria-busy="busy === 'yes'"
            @click="
              reply(
                'yes',
                open.map((one) => one.id),
              )
            "
          >
            {{
              asksAgain && heldByMe
                ? 'Yes, I am on it'
                : open.length
                  ? `Yes, I take all ${open.length + 1}`
                  : 'Yes, I take it'
            }}
          </button>
          <button
            v-if="!heldByMe && open.length"
            type="button"
            class="rounded-edge border-2 border-ink py-3 text-head font-semibold"
            @click="reply('yes')"
          >
            Yes, but only this one
          </button>
          <div class="grid grid-cols-3 gap-2">
            <button
              v-if="answer !== 'no' || heldByMe"
              type="button"
              class="rounded-edge border-2 border-ink py-3 font-semibold"
              @click="saying = 'no'"
            >
              {{ heldByMe ? 'I can’t go on' : 'No, I can’t' }}
            </button>
            <button
              v-if="!heldByMe || asksAgain"
              type="button"
              class="rounded-edge border-2 border-ink py-3 font-semibold"
              @click="saying = 'later'"
            >
              In … minutes
            </button>
            <button
              v-if="!handedTo"
              type="button"
              class="rounded-edge border-2 border-ink py-3 font-semibold"
              @click="saying = 'hand'"
            >
              Hand to …
            </button>
          </div>
        </template>
      </template>
      <Link :href="occasion.path" class="link py-2 text-center">Into the room (sign in)</Link>
    </div>
  </main>
</template>
