<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import type { ChangeLine } from '@/lib/shapes';
import { clockSpan } from '@/lib/time';

/** One change in a list. */
const props = defineProps<{ change: ChangeLine }>();
const isWrong = computed(
  () =>
    ['failed', 'backed-out', 'refused', 'expired'].includes(props.change.state) ||
    props.change.words.includes('late') ||
    props.change.words.includes('longer'),
);
const shown = computed(() => props.change.items.slice(0, 3).map((one) => one.name));
</script>

<template>
  <li class="row-rule grid gap-x-4 py-1.5 text-small sm:grid-cols-[5.5rem_minmax(0,1fr)_13rem_11rem]">
    <Link :href="`/changes/${change.id}`" class="inline-block min-h-6 font-mono font-semibold">{{ change.ref }}</Link>
    <span class="min-w-0">
      <Link :href="`/changes/${change.id}`" class="inline-block min-h-6 font-semibold hover:underline">{{
        change.title
      }}</Link>
      <span class="block text-ink-2"
        ><template v-if="shown.length"
          >{{ shown.join(', ')
          }}<template v-if="change.items.length > shown.length">
            and {{ change.items.length - shown.length }} more</template
          ></template
        ><template v-else>no item is named</template><template v-if="change.who">; {{ change.who }}</template></span
      >
    </span>
    <span class="text-ink-2">{{ clockSpan(change.began ?? change.from, change.ended ?? change.to) }}</span>
    <span :class="isWrong ? 'font-semibold text-call' : ''"
      >{{ change.words }}<template v-if="change.kind === 'emergency'">, emergency</template></span
    >
  </li>
</template>
