<script setup lang="ts">
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import type { CallLook } from '@/lib/shapes';
import { fieldNames, valueWords } from '@/pages/Tickets/tickets';

/** What stands beside the words of a caller as they are typed. */
const props = defineProps<{ look: CallLook | null; trouble: string; linked: number | null }>();
defineEmits<{ link: [incident: number]; service: [value: string]; answer: [text: string] }>();
const say = computed(() => {
  const known = props.look?.affected;
  if (!known || known.answer === 'no') return null;
  const answer = { yes: 'Yes.', no: 'No.', unsure: 'Not sure.' }[known.answer];
  return [answer, known.text, known.said ?? '', known.meanwhile ? `Meanwhile: ${known.meanwhile}` : '']
    .filter((one) => one !== '')
    .join(' ');
});
const isEmpty = computed(
  () =>
    props.look !== null &&
    [props.look.suggested, props.look.items, props.look.known, props.look.theirs, props.look.similar].every(
      (one) => one.length === 0,
    ),
);
</script>

<template>
  <div class="grid content-start gap-4" tabindex="0" role="region" aria-label="Beside the call" aria-live="polite">
    <TroubleNote :text="trouble" />
    <p v-if="isEmpty" class="text-ink-2">
      What is known, what the caller reported before, and what others said about the same stands here as you type.
    </p>
    <section v-if="say" aria-labelledby="call-say">
      <h2 id="call-say" class="mb-1">What to answer</h2>
      <p class="border-l-4 border-calm bg-sheet px-3 py-2">
        {{ say }}
        <span v-if="look?.affected?.next" class="block text-small text-ink-2"
          >The next update comes <TimeAgo :at="look.affected.next"
        /></span>
        <button type="button" class="link mt-1 text-small" @click="$emit('answer', say)">I told them that</button>
      </p>
    </section>
    <section v-if="look?.known.length" aria-labelledby="call-known">
      <h2 id="call-known" class="mb-1">Known to be wrong</h2>
      <p v-for="one in look.known" :key="one.id" class="row-rule flex items-start justify-between gap-3 py-1.5">
        <span
          ><a :href="`/incidents/${one.id}`" target="_blank" class="link font-semibold">{{ one.ref }}</a>
          {{ one.title }}
          <span class="block text-small text-ink-2"
            >{{ Math.round(one.score * 100) }}%: {{ one.because.join('; ') }}</span
          ></span
        >
        <ActButton
          class="shrink-0"
          :main="linked === one.id"
          :aria-pressed="linked === one.id"
          @click="$emit('link', one.id)"
          >{{ linked === one.id ? 'It is this' : 'Is it this?' }}</ActButton
        >
      </p>
    </section>
    <section v-if="look?.suggested.length || look?.items.length" aria-labelledby="call-about">
      <h2 id="call-about" class="mb-1">Probably about</h2>
      <dl class="text-small">
        <div v-for="one in look.suggested" :key="one.field" class="row-rule py-1">
          <dt class="inline text-ink-2">{{ fieldNames[one.field] ?? one.field }}:</dt>
          <dd v-for="(choice, i) in one.choices" :key="choice.value" class="ml-1.5 inline">
            <button
              v-if="one.field === 'service'"
              type="button"
              class="link min-h-6"
              :class="i === 0 ? 'font-semibold' : ''"
              @click="$emit('service', choice.value)"
            >
              {{ choice.name }}</button><span v-else :class="i === 0 ? 'font-semibold' : ''">{{
              valueWords(one.field, choice)
            }}</span>
            {{ Math.round(choice.score * 100) }}%{{ i < one.choices.length - 1 ? ',' : '' }}
          </dd>
        </div>
        <div v-for="item in look.items" :key="item.id" class="row-rule py-1">
          <dt class="inline text-ink-2">Named:</dt>
          <dd class="ml-1.5 inline">
            <a :href="`/estate/${encodeURIComponent(item.id)}`" target="_blank" class="link">{{ item.name }}</a>,
            {{ item.kind }}
          </dd>
        </div>
      </dl>
    </section>
    <template
      v-for="[title, some] in [
        ['Their other tickets', look?.theirs ?? []],
        ['Others who said the same', look?.similar ?? []],
      ] as const"
      :key="title"
    >
      <section v-if="some.length" :aria-label="title">
        <h2 class="mb-1">{{ title }}</h2>
        <ul class="text-small">
          <li v-for="one in some" :key="one.id" class="row-rule py-1">
            <a :href="`/tickets/${one.id}`" target="_blank" class="link">{{ one.ref }}</a> “{{ one.what }}”,
            <span class="text-ink-2">{{ one.state }}</span>
            <span v-if="one.answer" class="block text-ink-2"
              >Answered: {{ one.answer }}
              <button type="button" class="link" @click="$emit('answer', one.answer)">Answer this too</button></span
            >
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>
