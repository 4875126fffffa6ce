<script setup lang="ts">
import { computed, ref } from 'vue';
import { fold } from '@/lib/fold';
import { useFresh } from '@/lib/fresh';
import { clockTime } from '@/lib/time';
import type { JournalLine } from '@/lib/types';

/** The journal as a story: each entry with when, what, and who; the steps of a message are one line, which opens. */
const props = defineProps<{
  entries: JournalLine[];
  /** Whether one can look at how it was at the time of an entry. */
  moments?: boolean;
}>();
const emit = defineEmits<{ moment: [at: number] }>();
const fresh = useFresh(() => props.entries.map((entry) => entry.seq));
const folded = computed(() => fold(props.entries));
const opened = ref(new Set<number>());
const GLANCE = 300;
const short = (line: JournalLine): string =>
  line.rest.length > GLANCE && !opened.value.has(line.seq) ? `${line.rest.slice(0, GLANCE)} …` : line.rest;
const toggle = (seq: number): void => {
  if (!opened.value.delete(seq)) opened.value.add(seq);
};
</script>

<template>
  <ol class="text-body">
    <li
      v-for="{ line, steps } in folded"
      :key="line.seq"
      class="grid grid-cols-[3.6rem_1fr] gap-x-2 px-2 py-1"
      :class="[
        line.weight === 'strong' ? 'my-1 border border-line bg-sheet py-1.5' : '',
        steps.some((step) => fresh.has(step.seq)) ? 'fresh' : '',
      ]"
    >
      <button
        v-if="moments"
        type="button"
        class="min-h-6 self-start text-left font-mono text-small text-ink-3 hover:underline"
        :title="`${line.at}: as it was then`"
        @click="emit('moment', Date.parse(line.at))"
      >
        <time :datetime="line.at">{{ clockTime(line.at).slice(-5) }}</time><span class="sr-only">, as it was then</span>
      </button>
      <time v-else :datetime="line.at" :title="line.at" class="font-mono text-small text-ink-3">{{
        clockTime(line.at).slice(-5)
      }}</time>
      <div class="min-w-0 break-words">
        <p :class="line.weight === 'quiet' ? 'text-ink-2' : ''">
          <span :class="line.weight === 'strong' ? 'font-semibold' : ''">{{ line.lead }}</span><template
            v-if="line.rest"
            ><span class="text-ink-2">: {{ short(line) }}</span></template
          >
          <span v-if="line.by" class="text-ink-3">&ensp;{{ line.by }}</span>
          <button
            v-if="steps.length > 1 || line.rest.length > GLANCE"
            type="button"
            class="link ml-2 text-tiny"
            :aria-expanded="opened.has(line.seq)"
            @click="toggle(line.seq)"
          >
            {{
              opened.has(line.seq)
                ? 'less'
                : steps.length > 1
                  ? `${steps.length} ${line.kind === 'talk.said' ? 'messages' : 'steps'}`
                  : 'more'
            }}
          </button>
        </p>
        <ol
          v-if="opened.has(line.seq) && steps.length > 1"
          class="mt-1 border-l border-line pl-2 text-small text-ink-2"
        >
          <li v-for="step in steps" :key="step.seq">
            <time :datetime="step.at" :title="step.at" class="font-mono text-tiny text-ink-3">{{
              clockTime(step.at).slice(-5)
            }}</time>
            {{ step.lead }}{{ step.rest ? `: ${step.rest}` : ''
            }}<span v-if="step.by" class="text-ink-3">&ensp;{{ step.by }}</span>
          </li>
        </ol>
      </div>
    </li>
  </ol>
</template>
