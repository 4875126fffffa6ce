<script setup lang="ts">
import { usePage } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import PublicShell from '@/components/PublicShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { SubscriptionLine } from '@/lib/shapes';
import FollowFields from '@/pages/Updates/FollowFields.vue';
import { followPhrases } from '@/pages/Updates/followWords';
import { directionOf } from '@/pages/Updates/languages';
import { sentOf, wishesOf } from '@/pages/Updates/wishes';

/** What somebody follows: they confirm it, change it and leave, by the address that only they have. */
const props = defineProps<{ following: SubscriptionLine; services: string[] }>();
const address = usePage().url.split(/[?#]/)[0] ?? '';
const words = computed(() => followPhrases(props.following.language));
const wishes = ref(wishesOf(props.following));
const wantsMore = ref(props.following.incident === null);
const saved = ref(false);
const action = useAction();
const confirm = (): void => action.send(`${address}/confirm`, {});
const stop = (): void => action.send(`${address}/stop`, {});
const save = (): void => {
  saved.value = false;
  action.send(
    address,
    { version: props.following.version, ...sentOf(wishes.value, props.following.language) },
    () => (saved.value = true),
  );
};
const trouble = computed(
  () => Object.entries(action.errors.value).find(([name]) => !/^(places|quiet|digest)/.test(name))?.[1],
);
</script>

<template>
  <PublicShell :title="words.yours" :words="words">
    <div :lang="following.language" :dir="directionOf(following.language)">
      <template v-if="following.isEnded">
        <h1 class="mb-2 text-2xl!">{{ words.ended }}</h1>
        <a href="/follow" class="link">{{ words.anew }}</a>
      </template>
      <template v-else>
        <h1 class="mb-2 text-2xl!">{{ following.isConfirmed ? words.yours : words.confirmTitle }}</h1>
        <p class="mb-4">
          {{ words.to }}
          <strong
            ><bdi>{{ following.address }}</bdi></strong
          >
        </p>
        <TroubleNote :text="trouble" class="mb-3" />
        <p v-if="following.incident !== null" class="mb-4 border-l-4 border-calm bg-sheet px-4 py-3">
          {{ following.onlyEnd ? words.onlyEnd : words.onlyThis }} <bdi>“{{ following.incident }}”</bdi>
        </p>
        <section v-if="!following.isConfirmed" class="mb-6 flex flex-wrap gap-3">
          <ActButton main class="px-5! py-2.5!" :busy="action.busy.value" @click="confirm">{{
            words.confirm
          }}</ActButton>
          <ActButton class="px-5! py-2.5!" :busy="action.busy.value" @click="stop">{{ words.no }}</ActButton>
        </section>
        <section
          v-else-if="following.paused !== null"
          class="mb-6 border-l-4 border-ink bg-sheet px-4 py-3"
          role="status"
        >
          <p class="mb-2 font-semibold">{{ words.paused }}</p>
          <ActButton main :busy="action.busy.value" @click="confirm">{{ words.resume }}</ActButton>
        </section>
        <p v-if="!wantsMore" class="mb-4">
          <button type="button" class="link min-h-6" @click="wantsMore = true">{{ words.more }}</button>
        </p>
        <form v-else class="grid gap-5" @submit.prevent="save">
          <FollowFields v-model="wishes" :services="services" :words="words" :errors="action.errors.value" />
          <p class="flex flex-wrap items-center gap-3">
            <ActButton :main="following.isConfirmed" type="submit" :busy="action.busy.value">{{
              words.save
            }}</ActButton>
            <span role="status" class="text-small">{{ saved ? words.saved : '' }}</span>
          </p>
        </form>
        <p v-if="following.isConfirmed" class="mt-6 border-t border-line pt-4">
          <ActButton :busy="action.busy.value" @click="stop">{{ words.stop }}</ActButton>
        </p>
      </template>
    </div>
  </PublicShell>
</template>
