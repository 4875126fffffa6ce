<script setup lang="ts">
import { computed, ref } from 'vue';
import StateMark from '@/components/StateMark.vue';
import type { LookedAt } from '@/lib/shapes';
import { plural, stateWords } from '@/lib/states';
import { clockSpan, clockTime } from '@/lib/time';

/** What a change touches, what speaks against its time, how risky it is, and when there is room for it. */
const props = defineProps<{ looked: LookedAt; mayPick?: boolean }>();
const emit = defineEmits<{ pick: [from: number, to: number] }>();
const kinds = { windows: 'Hours', freezes: 'Freeze', busy: 'Other work', crew: 'People' };
const all = ref(false);
/** Services are told by themselves. */
const items = computed(() => props.looked.touched.filter((one) => one.kind !== 'service'));
const words = (state: LookedAt['touched'][number]['state']): string =>
  state === 'at_risk' ? 'loses its spare' : stateWords[state];
</script>

<template>
  <div class="grid gap-4 text-small">
    <section v-if="looked.against.length" class="border-2 border-call p-3" aria-labelledby="against" role="status">
      <h2 id="against" class="text-ink!">What speaks against this time</h2>
      <ul>
        <li v-for="one in looked.against" :key="one" class="py-0.5">{{ one }}</li>
      </ul>
    </section>
    <p v-if="looked.warning" class="font-semibold text-call" role="status">{{ looked.warning }}</p>
    <section aria-labelledby="takes-down">
      <h2 id="takes-down">What goes down with it</h2>
      <p v-if="looked.touched.length === 0">By the trace, nothing else.</p>
      <ul>
        <li v-for="one in looked.services" :key="one.id" class="flex items-center gap-1.5 font-semibold">
          <StateMark :state="one.state" :size="15" :label="false" />{{ one.name }} (tier {{ one.tier }}):
          {{ words(one.state) }}
        </li>
      </ul>
      <p v-if="items.length" class="mt-1">
        {{ plural(items.length, 'item') }} besides:
        <template v-for="(one, i) in all ? items : items.slice(0, 4)" :key="one.id"
          >{{ i ? ', ' : '' }}{{ one.name }} ({{ words(one.state) }})</template
        >.
        <button v-if="items.length > 4" type="button" class="link min-h-6" @click="all = !all">
          {{ all ? 'Show fewer' : 'Show all' }}
        </button>
      </p>
      <p v-if="looked.ask.length" class="mt-1"><strong>Ask:</strong> {{ looked.ask.join(', ') }}.</p>
      <p v-if="looked.tell.length"><strong>Tell:</strong> {{ looked.tell.join('; ') }}.</p>
    </section>
    <section aria-labelledby="risk">
      <h2 id="risk">Risk</h2>
      <p>
        {{ looked.risk }}
        <template v-if="looked.failed.length">Went wrong: {{ looked.failed.join(', ') }}.</template>
      </p>
      <p>{{ looked.wayBack }}</p>
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
            {{ clockSpan(one.from, one.to) }}
          </button>
          <span v-else>{{ clockSpan(one.from, one.to) }}</span>
        </li>
      </ul>
      <p v-else class="font-semibold text-call">There is none in the next 90 days.</p>
      <template v-if="looked.inTheWay.length">
        <h3 class="mt-2 text-small!">{{ plural(looked.inTheWay.length, 'thing') }} in the way of other times</h3>
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
