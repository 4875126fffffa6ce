<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import type { StaffUpdate } from '@/lib/shapes';
import { stateWords } from '@/lib/states';
import { directionOf } from '@/pages/Updates/languages';

/** One incident as staff read it; whoever must know of it says that they have read it. */
const props = defineProps<{ one: StaffUpdate; language: string }>();
const words = computed(() => props.one.words.find((each) => each.language === props.language) ?? props.one.words[0]);
const isRead = ref(props.one.isRead);
watch(
  () => [props.one.update, props.one.isRead],
  () => (isRead.value = props.one.isRead),
);
const trouble = ref('');
const busy = ref(false);
const confirm = async (): Promise<void> => {
  busy.value = true;
  const { value, error } = await ask(`/updates/${props.one.update}/read`, { confirmed: true });
  busy.value = false;
  isRead.value = value !== null;
  trouble.value = error?.message ?? '';
};
</script>

<template>
  <article
    :id="`incident-${one.incident}`"
    class="mb-3 border border-line bg-sheet p-4"
    :class="{ 'border-l-4 border-l-call': one.mustRead && !isRead && !one.resolvedAt }"
  >
    <h2 class="flex flex-wrap items-baseline gap-x-3">
      <a :href="`/incidents/${one.incident}`" class="link">{{ one.ref }}</a> {{ one.title }}
    </h2>
    <ul class="my-1 flex flex-wrap gap-x-4">
      <li v-for="service in one.services" :key="service.name" class="flex items-center gap-1">
        <StateMark :state="service.state" :size="16" :label="false" />{{ service.name }}:
        {{ stateWords[service.state] }}
      </li>
    </ul>
    <p
      class="max-w-[70ch] text-head whitespace-pre-line"
      :lang="words?.language"
      :dir="directionOf(words?.language ?? 'en')"
    >
      {{ words?.text }}
    </p>
    <p
      v-if="one.counter && !one.resolvedAt && !words?.text.includes(one.counter.replace(/[. ]+$/, ''))"
      class="mt-2 max-w-[70ch] border-l-4 border-ink pl-3"
    >
      <strong>At the counter:</strong> {{ one.counter }}
    </p>
    <p class="mt-2 text-small text-ink-2">
      <template v-if="one.resolvedAt">Over since <TimeAgo :at="one.resolvedAt" /></template>
      <template v-else
        >{{ one.stageWords }}; update {{ one.number }}, <TimeAgo :at="one.publishedAt" /><template v-if="one.nextAt"
          >. Next by <TimeAgo :at="one.nextAt" :age="false" /></template
      ></template>
    </p>
    <p v-if="one.mustRead && !one.resolvedAt" class="mt-2 flex flex-wrap items-center gap-3">
      <ActButton v-if="!isRead" main :busy="busy" @click="confirm">I have read it</ActButton>
      <span role="status">{{ isRead ? '✓ You have read it.' : 'You are asked to read this.' }}</span>
    </p>
    <TroubleNote :text="trouble" />
  </article>
</template>
