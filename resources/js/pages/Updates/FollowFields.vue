<script setup lang="ts">
import { ref, watch } from 'vue';
import ClockField from '@/components/ClockField.vue';
import type { FollowPhrases } from '@/pages/Updates/followWords';
import type { Wishes } from '@/pages/Updates/wishes';

/** What somebody follows, where it has to be, and when they want to hear of it. */
defineProps<{ services: string[]; words: FollowPhrases; errors: Record<string, string> }>();
const wishes = defineModel<Wishes>({ required: true });
const isSome = ref(wishes.value.services.length > 0);
watch(isSome, (some) => {
  if (!some) wishes.value.services = [];
});
</script>

<template>
  <fieldset class="grid gap-2">
    <legend class="mb-1 text-head font-bold">{{ words.what }}</legend>
    <label class="flex items-center gap-2 py-1"
      ><input v-model="isSome" type="radio" name="which" :value="false" class="size-5" /> {{ words.all }}</label
    >
    <label class="flex items-center gap-2 py-1"
      ><input v-model="isSome" type="radio" name="which" :value="true" class="size-5" /> {{ words.some }}</label
    >
    <div v-if="isSome" class="grid grid-cols-1 gap-x-4 ps-7 sm:grid-cols-2">
      <label v-for="service in services" :key="service" class="flex items-center gap-2 py-1"
        ><input v-model="wishes.services" type="checkbox" :value="service" class="size-5" />
        <bdi>{{ service }}</bdi></label
      >
    </div>
    <label v-else class="flex items-center gap-2 ps-7 py-1"
      ><input v-model="wishes.main" type="checkbox" class="size-5" /> {{ words.main }}</label
    >
    <label class="font-semibold"
      >{{ words.kind }}
      <select v-model="wishes.about" class="field font-normal">
        <option value="all">{{ words.both }}</option>
        <option value="incidents">{{ words.incidents }}</option>
        <option value="planned">{{ words.planned }}</option>
      </select></label
    >
    <label class="font-semibold"
      >{{ words.places }}
      <input v-model="wishes.places" class="field font-normal" maxlength="2000" />
      <span class="text-small font-normal text-ink-2">{{
        Object.entries(errors).find(([name]) => name.startsWith('places'))?.[1] ?? words.placesHint
      }}</span></label
    >
  </fieldset>
  <fieldset class="grid gap-2">
    <legend class="mb-1 text-head font-bold">{{ words.when }}</legend>
    <template v-for="one in ['always', 'quiet', 'digest'] as const" :key="one">
      <label class="flex items-center gap-2 py-1"
        ><input v-model="wishes.when" type="radio" name="when" :value="one" class="size-5" /> {{ words[one] }}</label
      >
      <p v-if="one === 'quiet' && wishes.when === 'quiet'" class="flex flex-wrap items-center gap-2 ps-7">
        <label class="flex items-center gap-2">{{ words.from }} <ClockField v-model="wishes.from" /></label>
        <label class="flex items-center gap-2">{{ words.until }} <ClockField v-model="wishes.until" /></label>
      </p>
      <p v-if="one === 'digest' && wishes.when === 'digest'" class="ps-7">
        <label class="flex items-center gap-2">{{ words.at }} <ClockField v-model="wishes.at" /></label>
      </p>
    </template>
    <p v-if="errors.quiet_from || errors.quiet_until || errors.digest_at" role="alert" class="font-semibold">
      {{ errors.quiet_from ?? errors.quiet_until ?? errors.digest_at }}
    </p>
  </fieldset>
</template>
