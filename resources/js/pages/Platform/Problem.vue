<script setup lang="ts">
import { Head, Link } from '@inertiajs/vue3';
import { computed } from 'vue';

const props = defineProps<{ status: number; why?: string }>();
const words = computed(
  () =>
    ({
      400: ['This address asks for something that cannot be.', props.why || 'Correct the address.'],
      403: [
        'Your role does not allow this.',
        props.why || 'Ask an administrator, or somebody who coordinates, to do it.',
      ],
      404: ['There is nothing here.', 'The address may be mistyped, or the record is gone.'],
      503: ['Skarvo is under maintenance.', 'Try again in a minute.'],
    })[props.status] ?? ['Something went wrong.', 'Try again.'],
);
</script>

<template>
  <Head :title="words[0]" />
  <main class="mx-auto max-w-xl p-8">
    <h1>{{ words[0] }}</h1>
    <p class="mt-2 text-ink-2">{{ words[1] }}</p>
    <p class="mt-4">
      <Link href="/" class="link font-semibold">To the watch</Link
      ><template v-if="status === 403">, or see <Link href="/roles" class="link">who may do what</Link></template>
    </p>
  </main>
</template>
