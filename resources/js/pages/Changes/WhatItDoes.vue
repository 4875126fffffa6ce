<script setup lang="ts">
import StateMark from '@/components/StateMark.vue';
import type { LookedAt } from '@/lib/shapes';
import { plural, stateWords } from '@/lib/states';
import { clockTime } from '@/lib/time';

/** What a change touches, what speaks against its time, how risky it is, and when there is room for it. */
const props = defineProps<{ looked: LookedAt; mayPick?: boolean }>();
const emit = defineEmits<{ pick: [from: number, to: number] }>();
const kinds = { windows: 'Hours', freezes: 'Freeze', busy: 'Other work', crew: 'People' };
</script>

<template>
  <div class="grid gap-4 text-small">
    <section v-if="looked.against.length" class="border-2 border-call p-3" aria-labelledby="against" role="status">
      <h2 id="against" class="text-ink!">What speaks against this time</h2>
      <ul>
        <li v-for="one in looked.against" :key="one">{{ one }}</li>
      </ul>
    </section>
    <p v-if="looked.warning" class="font-semibold text-call" role="status">{{ looked.warning }}</p>
    <section aria-labelledby="takes-down">
      <h2 id="takes-down">What goes down with it</h2>
      <p v-if="looked.touched.length === 0">By the trace, nothing else.</p>
      <ul v-else>
        <li v-for="one in looked.touched.slice(0, 12)" :key="one.id" class="flex items-center gap-1.5">
          <StateMark :state="one.state" :size="15" :label="false" /><span
            >{{ one.name }}: {{ one.state === 'at_risk' ? 'loses its spare' : stateWords[one.state]
            }}<template v-if="one.tier">, tier {{ one.tier }}</template></span
          >
        </li>
      </ul>
      <p v-if="looked.touched.length > 12" class="text-ink-2">And {{ looked.touched.length - 12 }} more.</p>
      <p v-if="looked.ask.length" class="mt-1"><strong>Ask:</strong> {{ looked.ask.join(', ') }}.</p>
      <p v-if="looked.tell.length"><strong>Tell:</strong> {{ looked.tell.join('; ') }}.</p>
    </section>
    <section aria-labelledby="risk">
      <h2 id="risk">Risk</h2>
      <p>
        {{ looked.risk }}
        <template v-if="looked.failed.length">Went wrong: {{ looked.failed.join(', ') }}.</template>
      </p>
      <p class="text-ink-2">{{ looked.major ? 'It counts as major. ' : '' }}{{ looked.approvers }}</p>
    </section>
    <section v-if="looked.slots.length || looked.inTheWay.length" aria-labelledby="room-for">
      <h2 id="room-for">When there is room for it</h2>
      <ul v-if="looked.slots.length" class="flex flex-wrap gap-2">
        <li v-for="one in looked.slots" :key="one.from">
          <button
            v-if="props.mayPick"
            type="button"
            class="rounded-edge border border-ink px-2 py-0.5 hover:bg-shade"
            @click="emit('pick', one.from, one.to)"
          >
            {{ clockTime(one.from) }} to {{ clockTime(one.to) }}
          </button>
          <span v-else>{{ clockTime(one.from) }} to {{ clockTime(one.to) }}</span>
        </li>
      </ul>
      <p v-else class="font-semibold text-call">There is none in the next 90 days.</p>
      <template v-if="looked.inTheWay.length">
        <h3 class="mt-2 text-small!">{{ plural(looked.inTheWay.length, 'thing') }} in the way</h3>
        <ul>
          <li v-for="one in looked.inTheWay" :key="one.words" class="row-rule py-1">
            <span class="text-ink-2">{{ kinds[one.kind] }}:</span> {{ one.words }}
            <span v-if="one.firstWithout !== null && one.firstWithout !== looked.slots[0]?.from" class="text-ink-2"
              >Without it: {{ clockTime(one.firstWithout) }}.</span
            >
          </li>
        </ul>
      </template>
    </section>
  </div>
</template>
