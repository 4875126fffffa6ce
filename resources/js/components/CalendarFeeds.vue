<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { FeedLine } from '@/lib/shapes';

/** Addresses for a person's own calendar: made, shown once, revoked. */
defineProps<{
  feeds: FeedLine[];
  feed: string | null;
  /** What whoever has an address sees. */
  shows: string;
  names: Record<string, string>;
  offers: { words: string; data: Record<string, string> }[];
}>();
const action = useAction();
</script>

<template>
  <section aria-labelledby="feeds-title">
    <h2 id="feeds-title" class="mb-1">In your calendar</h2>
    <p v-if="feed" class="mb-2 border border-ink bg-sheet p-2 text-small">
      Your new address, shown only once; anyone who has it sees the {{ shows }}:
      <code class="break-all">{{ feed }}</code>
    </p>
    <ul class="text-small">
      <li v-for="one in feeds" :key="one.id" class="row-rule flex gap-2 py-1">
        <span class="flex-1"
          >{{ names[one.kind] ?? one.kind }}
          <span class="text-ink-3"
            ><template v-if="one.asked">read <TimeAgo :at="one.asked" /></template
            ><template v-else>never read</template></span
          ></span
        >
        <button
          type="button"
          class="link min-h-6"
          @click="router.post(`/feeds/${one.id}/revoke`, {}, { preserveScroll: true })"
        >
          Revoke
        </button>
      </li>
    </ul>
    <TroubleNote :text="action.errors.value.action" />
    <p class="mt-2 flex flex-wrap gap-2">
      <ActButton
        v-for="one in offers"
        :key="one.words"
        :busy="action.busy.value"
        @click="action.send('/feeds', one.data)"
        >{{ one.words }}</ActButton
      >
    </p>
  </section>
</template>
