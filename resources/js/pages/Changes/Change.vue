<script setup lang="ts">
import { Link, router } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import { useCommands } from '@/lib/commands';
import type { ChangeOnPage, LookedAt } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockSpan } from '@/lib/time';
import ApprovalStages from '@/pages/Changes/ApprovalStages.vue';
import ChangeFacts from '@/pages/Changes/ChangeFacts.vue';
import TemplateForm from '@/pages/Changes/TemplateForm.vue';
import ChangeSteps from '@/pages/Changes/ChangeSteps.vue';
import WhatItDoes from '@/pages/Changes/WhatItDoes.vue';
import FollowByMail from '@/pages/Updates/FollowByMail.vue';
import AnnounceForm from '@/pages/Updates/AnnounceForm.vue';

/** A change: what it is, who has to say yes, how far it is, and what can be done next. */
const props = defineProps<{
  change: ChangeOnPage;
  looked: LookedAt | null;
}>();
const shared = useShared();
const action = useAction();
const comment = ref('');
const line = computed(() => props.change.line);
const go = (step: string): void =>
  action.send(`/changes/${line.value.id}/go`, { step, why: '', version: props.change.version });
const may = (step: string): boolean => props.change.mayGoOn && props.change.permitted.includes(step as never);
const mayPlan = computed(() => shared.value.me?.may.includes('plan-changes') ?? false);
const answer = (yes: boolean): void =>
  action.send(
    `/changes/${line.value.id}/answer`,
    { yes, comment: comment.value, round: props.change.round ?? 0 },
    () => (comment.value = ''),
  );
const announces = ref(false);
const templating = ref(false);
const mayAnnounce = computed(
  () =>
    props.change.quiet !== null &&
    line.value.state === 'approved' &&
    (shared.value.me?.may.includes('tell-outsiders') ?? false),
);
const because = computed(() => ({ version: props.change.version }));
const isWrong = computed(
  () =>
    ['failed', 'backed-out', 'refused', 'expired'].includes(line.value.state) || /late|longer/.test(line.value.words),
);
useCommands(() => [
  ...(may('ask') ? [{ name: `Ask for ${line.value.ref} to be approved`, run: () => go('ask') }] : []),
  ...(may('begin') ? [{ name: `Begin ${line.value.ref}`, run: () => go('begin') }] : []),
  ...(may('edit')
    ? [
        {
          name: `Change the plan of ${line.value.ref}`,
          key: 'e',
          run: () => router.visit(`/changes/${line.value.id}/plan`),
        },
      ]
    : []),
]);
</script>

<template>
  <AppShell
    :title="`${line.ref} ${line.title}`"
    :follows="{ 'change.': ['change', 'looked'], 'person.': ['change'], 'planned.': ['change'] }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_minmax(300px,440px)]"
      tabindex="0"
      role="region"
      aria-label="Change"
    >
      <div class="max-w-3xl">
        <p class="text-small text-ink-2">
          <span class="font-mono">{{ line.ref }}</span>, {{ line.kind }} change<template v-if="change.major"
            >, major</template
          ><template v-if="change.incident"
            >, for
            <Link :href="`/incidents/${change.incident.id}`" class="link inline-block min-h-6">{{
              change.incident.ref
            }}</Link></template
          ><template v-if="change.undoes"
            >, takes out
            <Link :href="`/changes/${change.undoes.id}`" class="link inline-block min-h-6">{{
              change.undoes.ref
            }}</Link></template
          ><template v-if="change.undoneBy"
            >, taken out by
            <Link :href="`/changes/${change.undoneBy.id}`" class="link inline-block min-h-6">{{
              change.undoneBy.ref
            }}</Link></template
          >
        </p>
        <h1>{{ line.title }}</h1>
        <p class="mt-1 text-head">
          <strong :class="isWrong ? 'text-call' : ''">{{ line.words }}</strong>;
          {{ clockSpan(line.began ?? line.from, line.ended ?? line.to) }}
          <span v-if="line.began && !line.recorded" class="text-small text-ink-2"
            >(planned {{ clockSpan(line.from, line.to) }})</span
          >
        </p>
        <p v-if="change.note" class="mt-1">“{{ change.note }}”</p>
        <FollowByMail
          address="/follows/record"
          :record="{ kind: 'change', id: line.id }"
          what="change"
          gets="You are mailed what happens to it."
        />

        <section
          v-if="change.mayAnswer"
          class="mt-3 grid gap-2 border-2 border-ink bg-sheet p-3"
          aria-labelledby="your-answer"
        >
          <h2 id="your-answer" class="text-ink!">It waits for your yes or no</h2>
          <p v-if="change.difference" class="text-small">
            Other than when it was asked for before: {{ change.difference }}
          </p>
          <label class="text-small"
            >Comment (why not, if you say no)<input v-model="comment" class="field" maxlength="1000"
          /></label>
          <TroubleNote :text="action.errors.value.comment ?? action.errors.value.action" />
          <p class="flex gap-3">
            <ActButton main :busy="action.busy.value" @click="answer(true)">Yes, go ahead</ActButton>
            <ActButton :busy="action.busy.value" @click="answer(false)">No</ActButton>
          </p>
        </section>

        <div v-if="change.mayGoOn || change.mayReview" class="mt-3 flex flex-wrap items-start gap-3">
          <ActButton v-if="may('ask')" main :busy="action.busy.value" @click="go('ask')">Ask for approval</ActButton>
          <ActButton v-if="may('begin')" main :busy="action.busy.value" @click="go('begin')">Begin</ActButton>
          <ActButton v-if="may('finish')" main :busy="action.busy.value" @click="go('finish')">It is done</ActButton>
          <Link
            v-if="may('edit')"
            :href="`/changes/${line.id}/plan`"
            class="rounded-edge border-[1.5px] border-ink px-2.5 py-1 text-small font-semibold"
            >Change the plan <kbd aria-hidden="true">e</kbd></Link
          >
          <WhyForm
            v-if="may('back-out')"
            words="Back it out…"
            :about="line.ref"
            question="What happened"
            button="It was backed out"
            :url="`/changes/${line.id}/go`"
            :data="{ step: 'back-out', ...because }"
          />
          <WhyForm
            v-if="may('fail')"
            words="It failed…"
            :about="line.ref"
            question="What happened"
            button="It failed"
            :url="`/changes/${line.id}/go`"
            :data="{ step: 'fail', ...because }"
          />
          <WhyForm
            v-if="may('take-back')"
            words="Take it back…"
            :about="line.ref"
            question="Why"
            button="Take it back into a draft"
            :url="`/changes/${line.id}/go`"
            :data="{ step: 'take-back', ...because }"
          />
          <WhyForm
            v-if="may('cancel')"
            words="Cancel it…"
            :about="line.ref"
            question="Why it is not done"
            button="Cancel the change"
            :url="`/changes/${line.id}/go`"
            :data="{ step: 'cancel', ...because }"
          />
          <WhyForm
            v-if="change.mayReview"
            words="Review it…"
            :about="line.ref"
            question="What was found"
            button="It is reviewed"
            :url="`/changes/${line.id}/go`"
            :data="{ step: 'review', ...because }"
          />
        </div>
        <TroubleNote v-if="!change.mayAnswer" :text="Object.values(action.errors.value)[0]" class="mt-2" />

        <ChangeFacts :change="change" class="mt-4" />
        <section v-if="change.stages.length" class="mt-4" aria-labelledby="approval">
          <h2 id="approval">
            Approval<template v-if="change.askedBy">, asked for by {{ change.askedBy }}</template>
          </h2>
          <p v-if="change.difference && !change.mayAnswer" class="text-small">
            Asked for again: {{ change.difference }}
          </p>
          <ApprovalStages :stages="change.stages" />
        </section>
        <section v-if="change.planned || mayAnnounce" class="mt-4 text-small" aria-labelledby="told-outside">
          <h2 id="told-outside">What people outside are told</h2>
          <template v-if="change.planned">
            <p>“{{ change.planned.text }}”</p>
            <p v-if="change.planned.held" class="font-semibold text-call">
              This is not so any more: they are told of the new time once it is approved, or that it does not take
              place.
            </p>
            <p class="text-ink-2">
              <a href="/planned" class="link inline-block min-h-6">Planned work</a> says who was told.
            </p>
          </template>
          <AnnounceForm v-else-if="announces && change.quiet" :quiet="change.quiet" @close="announces = false" />
          <p v-else>
            Nothing so far.
            <button type="button" class="link min-h-6" @click="announces = true">Tell them of it…</button>
          </p>
        </section>
        <ChangeSteps
          v-if="change.steps.length"
          class="mt-4"
          :change="line.id"
          :steps="change.steps"
          :may-tick="change.mayGoOn && line.state === 'under-way'"
        />
        <p v-if="mayPlan && !line.recorded" class="mt-4 flex flex-wrap gap-x-4 text-small">
          <Link :href="`/changes/new?like=${line.id}`" class="link inline-block min-h-6">Plan the same once more</Link>
          <button v-if="change.mayBeTemplate" type="button" class="link min-h-6" @click="templating = !templating">
            Make a template of it
          </button>
        </p>
        <TemplateForm v-if="templating && change.mayBeTemplate" :change="change" @close="templating = false" />
      </div>
      <section v-if="looked" aria-label="What it does"><WhatItDoes :looked="looked" /></section>
    </div>
  </AppShell>
</template>
