<script setup lang="ts">
import { computed } from 'vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { HypothesisLine } from '@/lib/shapes';

/** One thing that may be the cause: how one would tell, who looks, what came of it. */
const props = defineProps<{ one: HypothesisLine; mayWork: boolean }>();
const action = useAction();
const words = { open: 'Open', 'ruled-out': 'Ruled out', confirmed: 'Confirmed' };
const url = computed(() => `/hypotheses/${props.one.id}/settle`);
const take = (): void => action.send(`/hypotheses/${props.one.id}/take`, {});
</script>

<template>
  <li class="row-rule py-1.5">
    <p class="flex items-baseline justify-between gap-2">
      <span :class="one.state === 'ruled-out' ? 'text-ink-2 line-through' : 'font-semibold'">{{ one.text }}</span>
      <strong v-if="one.state === 'confirmed'" class="shrink-0">{{ words[one.state] }}</strong>
      <span v-else class="shrink-0 text-ink-2">{{ words[one.state] }}</span>
    </p>
    <p v-if="one.check && one.state === 'open'" class="text-ink-2">How to tell: {{ one.check }}</p>
    <p v-if="one.state !== 'open'" class="text-ink-2">
      {{ one.result }}
      <span class="text-ink-3">{{ one.settledBy }}, <TimeAgo v-if="one.settled_at" :at="one.settled_at" /></span>
    </p>
    <p v-else class="text-ink-3">
      {{ one.person ? `${one.person.name} looks into it` : `put down by ${one.by}` }}
    </p>
    <div v-if="mayWork" class="flex flex-wrap items-start gap-x-3">
      <template v-if="one.state === 'open'">
        <button v-if="!one.person" type="button" class="link min-h-6 text-tiny" @click="take">
          I look into it<span class="sr-only">: {{ one.text }}</span>
        </button>
        <WhyForm
          words="Rule it out…"
          :about="one.text"
          question="What was checked, and what came of it"
          button="Rule it out"
          :url="url"
          :data="{ state: 'ruled-out', version: one.version }"
        />
        <WhyForm
          words="Confirm it…"
          :about="one.text"
          question="What shows it"
          button="Confirm it"
          :url="url"
          :data="{ state: 'confirmed', version: one.version }"
        />
      </template>
      <WhyForm
        v-else
        words="Open it again…"
        :about="one.text"
        question="Why it is open again"
        button="Open it again"
        :url="url"
        :data="{ state: 'open', version: one.version }"
      />
    </div>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </li>
</template>
