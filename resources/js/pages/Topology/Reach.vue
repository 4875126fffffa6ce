<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import ReachTree from '@/components/ReachTree.vue';
import StateMark from '@/components/StateMark.vue';
import { useCommands } from '@/lib/commands';
import { FAR, within } from '@/lib/reach';
import { plural, stateWords } from '@/lib/states';
import type { ReachData } from '@/lib/types';

/** From any items, an alert's group or an incident: what could be the cause, and what it takes along, in one drawing. */
const props = defineProps<{
  begun: { words: string; link: string | null; supposed: boolean; items: { id: string; name: string }[] };
  reach: ReachData;
}>();
const ReachDrawing = defineAsyncComponent(() => import('@/components/ReachDrawing.vue'));
const drawing = useTemplateRef<{
  save: (f: 'svg' | 'png') => Promise<void>;
  fit: () => void;
  zoom: (f: number) => void;
}>('drawing');

/** Where there is more than that, what is far stays folded until it is asked for. */
const MANY = 120;
const many = props.reach.nodes.length > MANY;
const up = ref(many ? 2 : FAR);
const down = ref(many ? 2 : FAR);
const folds = ref(true);
const asList = ref(window.matchMedia('(max-width: 640px)').matches);
const selected = ref<string | null>(null);
const near = computed(() => within(props.reach, up.value, down.value));
const chosen = computed(() => props.reach.nodes.find((node) => node.id === selected.value));

const typed = ref('');
const found = computed(() => {
  const words = typed.value.trim().toLowerCase();
  return words === ''
    ? []
    : props.reach.nodes.filter((node) => `${node.name} ${node.id}`.toLowerCase().includes(words));
});
const at = ref(0);
watch(typed, () => (at.value = 0));
const next = async (): Promise<void> => {
  const node = found.value[at.value % Math.max(1, found.value.length)];
  if (!node) return;
  at.value++;
  // What is searched is shown, however far it is.
  if (!near.value.reach.nodes.some((one) => one.id === node.id)) up.value = down.value = FAR;
  await nextTick();
  selected.value = node.id;
};
const whatIf = computed(
  () => `/what-if?items=${encodeURIComponent(props.begun.items.map((item) => item.id).join(','))}`,
);
useCommands(() => [
  { name: 'Find in the drawing', key: '/', run: () => document.getElementById('reach-find')?.focus() },
  { name: 'The whole drawing', key: '0', run: () => drawing.value?.fit() },
  { name: 'Larger', key: '+', run: () => drawing.value?.zoom(1.25) },
  { name: 'Smaller', key: '-', run: () => drawing.value?.zoom(0.8) },
  { name: asList.value ? 'Show the drawing' : 'Show as a list', key: 'l', run: () => (asList.value = !asList.value) },
]);
</script>

<template>
  <AppShell
    title="Impact map"
    :follows="{ 'alert.': ['reach', 'begun'], 'item.': ['reach'], 'dependency.': ['reach'] }"
  >
    <div class="flex min-h-0 flex-1 flex-col p-4 pb-2">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 class="min-w-0 flex-1">
          Impact of
          <Link v-if="begun.link" :href="begun.link" class="hover:underline">{{ begun.words }}</Link><template v-else>{{
            begun.words || 'nothing'
          }}</template>
        </h1>
        <p class="text-small text-ink-2">
          {{ begun.supposed ? 'As if it were down' : 'As it is now' }}: {{ reach.counts.down }} down,
          {{ reach.counts.degraded }} in part, {{ reach.counts.at_risk }} without a spare;
          {{ plural(reach.services.length, 'service') }}.
          <template v-if="reach.beyond"
            >The nearest {{ reach.nodes.length }} are shown, of {{ reach.nodes.length + reach.beyond }}.
          </template>
          <template v-if="near.left"
            >{{ plural(near.left, 'item') }} farther away:
            <button type="button" class="link" @click="up = down = FAR">show all</button>.
          </template>
          <Link v-if="begun.items.length" :href="whatIf" class="link">What if more were down?</Link>
        </p>
      </div>
      <p v-if="reach.nodes.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
        Open the impact map from an item, a service, an alert or an incident: it shows what that depends on, and what
        depends on it.
      </p>
      <template v-else>
        <div class="mb-2 flex flex-wrap items-end gap-3 text-small">
          <form class="flex items-end gap-2" @submit.prevent="next">
            <label
              >Find <kbd aria-hidden="true">/</kbd>
              <input id="reach-find" v-model="typed" type="search" class="field inline-block! w-48! py-1"
            /></label>
            <ActButton type="submit" :disabled="found.length === 0">Next</ActButton>
            <span role="status" class="text-ink-2">{{
              typed === ''
                ? ''
                : found.length === 0
                  ? 'not on this map'
                  : `${((at - 1 + found.length) % found.length) + 1} of ${found.length}`
            }}</span>
          </form>
          <label
            >What it also brings down
            <select v-model.number="up" class="field inline-block! w-auto! py-1">
              <option v-for="n in [1, 2, 3]" :key="n" :value="n">{{ plural(n, 'step') }}</option>
              <option :value="FAR">all of it</option>
            </select></label
          >
          <label
            >What it stands on
            <select v-model.number="down" class="field inline-block! w-auto! py-1">
              <option v-for="n in [1, 2, 3]" :key="n" :value="n">{{ plural(n, 'step') }}</option>
              <option :value="FAR">all of it</option>
            </select></label
          >
          <label class="flex items-center gap-1.5 py-1"
            ><input v-model="folds" type="checkbox" /> fold what is alike</label
          >
          <span class="ml-auto flex gap-3 py-1">
            <button type="button" class="link" :aria-pressed="asList" @click="asList = !asList">
              {{ asList ? 'Show the drawing' : 'Show as a list' }}
            </button>
            <template v-if="!asList">
              <button type="button" class="link" @click="drawing?.save('svg')">Save as SVG</button>
              <button type="button" class="link" @click="drawing?.save('png')">Save as PNG</button>
            </template>
          </span>
        </div>
        <div
          v-if="asList"
          class="min-h-0 flex-1 overflow-y-auto"
          tabindex="0"
          role="region"
          aria-label="The impact map as a list"
        >
          <ReachTree :reach="near.reach" :selected="selected" @select="selected = $event" />
        </div>
        <div v-else class="h-[70vh] min-h-0 border border-line lg:h-auto lg:flex-1">
          <ReachDrawing
            ref="drawing"
            :reach="near.reach"
            :selected="selected"
            :height="0"
            :folds="folds"
            large
            alone
            @select="selected = $event"
          />
        </div>
        <p v-if="chosen" class="mt-2 flex flex-wrap items-center gap-x-2 text-small" role="status">
          <StateMark :state="chosen.state" :size="16" :label="false" />
          <Link :href="`/estate/${encodeURIComponent(chosen.id)}`" class="link font-semibold">{{ chosen.name }}</Link>
          ({{ stateWords[chosen.state]
          }}<template v-if="chosen.groups.length">; {{ chosen.groups.join('; ') }}</template
          ><template v-if="chosen.alerts">; {{ plural(chosen.alerts, 'open alert') }}</template
          ><template v-if="chosen.work">; work: {{ chosen.work }}</template
          >): {{ chosen.why }}
          <Link :href="`/reach?items=${encodeURIComponent(chosen.id)}`" class="link">Start from here</Link>
        </p>
        <p v-else class="mt-2 text-small text-ink-3">
          Select a box to read why it is affected. Drag to move, wheel or <kbd>+</kbd> <kbd>-</kbd> to zoom, arrow keys
          from box to box.
        </p>
      </template>
    </div>
  </AppShell>
</template>
