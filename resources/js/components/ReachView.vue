<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { defineAsyncComponent, ref } from 'vue';
import { Link } from '@inertiajs/vue3';
import ReachList from '@/components/ReachList.vue';
import ReachTree from '@/components/ReachTree.vue';
import { plural, stateWords } from '@/lib/states';
import type { ReachData } from '@/lib/types';

/** The impact picture, as a drawing or as a list, with the selected item explained in words. */
withDefaults(
  defineProps<{
    reach: ReachData;
    height?: number;
    compact?: boolean;
    large?: boolean;
    /** Whether an item's record is to be opened beside, without leaving the screen. */
    beside?: boolean;
  }>(),
  { height: 280 },
);
defineEmits<{ record: [item: string] }>();
// The layout engine is large, and only this picture needs it.
const ReachDrawing = defineAsyncComponent(() => import('@/components/ReachDrawing.vue'));

/** Nearly a whole laptop screen. */
const LARGE_HEIGHT = 640;

const asList = ref(window.matchMedia('(max-width: 640px)').matches);
const selected = ref<string | null>(null);
const isLarge = ref(false);
</script>

<template>
  <div>
    <div class="mb-1 flex items-baseline justify-between gap-2 text-tiny text-ink-2">
      <span v-if="large">{{ plural(reach.nodes.length, 'item') }}; drag to move, Ctrl and wheel to zoom</span>
      <span v-else
        >{{ reach.counts.down }} down, {{ reach.counts.degraded }} degraded, {{ reach.counts.at_risk }} without a
        spare</span
      >
      <button v-if="compact && !asList" type="button" class="link ml-auto" @click="isLarge = true">Larger</button>
      <button type="button" class="link" :aria-pressed="asList" @click="asList = !asList">
        {{ asList ? 'Show the drawing' : 'Show as a list' }}
      </button>
    </div>
    <p v-if="reach.beyond" class="text-small">
      The nearest of them; {{ plural(reach.beyond, 'item') }} farther away {{ reach.beyond === 1 ? 'is' : 'are' }} not
      shown.
    </p>
    <p v-if="reach.nodes.length === 0" class="py-3 text-small text-ink-2">
      Nothing is affected now, as far as open alerts say.
    </p>
    <ReachTree
      v-else-if="asList && reach.nodes.some((node) => node.side)"
      :reach="reach"
      :selected="selected"
      @select="selected = $event"
    />
    <ReachList v-else-if="asList" :reach="reach" :selected="selected" @select="selected = $event" />
    <div v-else-if="large" class="border border-line" :style="{ height: `${height}px` }">
      <ReachDrawing :reach="reach" :selected="selected" :height="height" large @select="selected = $event" />
    </div>
    <ReachDrawing
      v-else
      :reach="reach"
      :selected="selected"
      :height="height"
      :compact="compact"
      @select="selected = $event"
    />
    <p
      v-for="node in reach.nodes.filter((one) => one.id === selected && (!asList || beside))"
      :key="node.id"
      class="mt-1 text-small"
      role="status"
    >
      <Link :href="`/estate/${encodeURIComponent(node.id)}`" class="link font-semibold">{{ node.name }}</Link> ({{
        stateWords[node.state]
      }}): {{ node.why }}
      <button v-if="beside" type="button" class="link" @click="$emit('record', node.id)">Show its record here</button>
    </p>
    <Dialog :open="isLarge" class="relative z-30" @close="isLarge = false">
      <div class="fixed inset-4 overflow-hidden border-2 border-ink bg-paper p-4">
        <DialogPanel class="flex h-full flex-col">
          <div class="mb-2 flex justify-between">
            <DialogTitle as="h2">What is affected</DialogTitle>
            <button type="button" class="link text-small" @click="isLarge = false">
              Back <kbd aria-hidden="true">Esc</kbd>
            </button>
          </div>
          <ReachView :reach="reach" :height="LARGE_HEIGHT" />
        </DialogPanel>
      </div>
    </Dialog>
  </div>
</template>
