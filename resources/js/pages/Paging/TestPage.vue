<script setup lang="ts">
import { Head, router, usePoll } from '@inertiajs/vue3';
import { ref } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { LIVE } from '@/lib/beside';
import { whenLost } from '@/lib/connection';
import { clockTime } from '@/lib/time';

/** A test of how somebody is reached, on the device that it reached. */
const props = defineProps<{ answerTo: string; person: string; way: string; answeredAt: string | null }>();
usePoll(4000, { headers: LIVE });
const trouble = ref('');
const yes = (): void => {
  trouble.value = '';
  router.post(
    props.answerTo,
    { answer: 'yes' },
    {
      preserveState: true,
      onError: (errors) => {
        trouble.value = Object.values(errors)[0] ?? '';
      },
      ...whenLost(() => {
        trouble.value = 'Not sent: no connection. Press again when you have one.';
      }),
    },
  );
};
</script>

<template>
  <Head title="A test page" />
  <main class="mx-auto grid min-h-dvh max-w-md content-center gap-4 p-4">
    <h1>A test, {{ person }}</h1>
    <p>Nothing is wrong. This is what a page by {{ way }} looks like.</p>
    <TroubleNote :text="trouble" />
    <p v-if="answeredAt" role="status" class="text-head font-semibold text-calm">
      You answered {{ clockTime(answeredAt) }}. It works.
    </p>
    <button v-else type="button" class="rounded-edge bg-ink py-4 text-xl font-bold text-on-ink" @click="yes">
      Yes, it arrived
    </button>
  </main>
</template>
