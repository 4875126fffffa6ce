<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { Head, Link, router, usePage } from '@inertiajs/vue3';
import { refDebounced } from '@vueuse/core';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import CommandLine from '@/components/CommandLine.vue';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import KeyList from '@/components/KeyList.vue';
import SkarvoMark from '@/components/SkarvoMark.vue';
import TimeBand from '@/components/TimeBand.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { unheard } from '@/lib/action';
import { runByKey, useCommands } from '@/lib/commands';
import { lostSince } from '@/lib/connection';
import { waits } from '@/lib/inTurn';
import { useLive, type Follows } from '@/lib/live';
import { groupOf, isUnder, mainPlaces, otherPlaces, ownPlaces } from '@/lib/places';
import type { Grown } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { clockTime, followServerTime, remaining, useNow } from '@/lib/time';

/** What every working screen has: the way around, the time band, the command line, and news as it happens. */
const props = defineProps<{ title: string; follows?: Follows; incident?: number; growth?: Grown[] }>();
const emit = defineEmits<{ moment: [at: number] }>();
const shared = useShared();
const page = usePage();
const commandLine = ref(false);
const keys = ref(false);
const declaring = ref(false);
/** Most answers come before anybody would read it. */
const hasWaited = refDebounced(waits, 700);

const me = computed(() => shared.value.me);
const own = computed(() => ownPlaces(me.value));
const path = computed(() => page.url.split(/[?#]/)[0] ?? '/');
const nearby = computed(() => groupOf(path.value, shared.value.me));
/** Of those nearby, the one whose address says most of where we are. */
const closest = computed(() =>
  (nearby.value?.places ?? [])
    .filter((place) => isUnder(path.value, place.link))
    .reduce((best, place) => (place.link.length > best.length ? place.link : best), ''),
);
const isHere = (link: string): boolean =>
  link === '/' ? path.value === '/' : isUnder(path.value, link) || nearby.value?.main === link;

const address = computed(() => new URL(page.url, window.location.origin));
const limit = (name: string): number | null => {
  const value = address.value.searchParams.get(name);
  return value ? Date.parse(value) : null;
};
const narrow = (from: number | null, to: number | null): void => {
  const query = new URLSearchParams(address.value.search);
  for (const [name, at] of [
    ['from', from],
    ['to', to],
  ] as const) {
    if (at === null) query.delete(name);
    else query.set(name, new Date(Math.round(at)).toISOString());
  }
  router.get(`${address.value.pathname}?${query}`, {}, { preserveState: true, preserveScroll: true, replace: true });
};

const looks = ['auto', 'light', 'dark'] as const;
const lookWords = { auto: 'Light or dark as the device is', light: 'Always light', dark: 'Always dark' };
const bandHeight = Number(localStorage.getItem('band-height') ?? 142) + 1;
const now = useNow();
/** On a phone the band is folded to what is next. */
const next = computed(() => shared.value.clocks?.[0]);
const setLook = (look: (typeof looks)[number]): void => {
  localStorage.setItem('look', look);
  document.documentElement.dataset.look = look;
};

useCommands(() => [
  { name: 'Find or do anything', key: '.', run: () => (commandLine.value = true) },
  { name: 'Show all keys', key: '?', run: () => (keys.value = true) },
  ...mainPlaces.map((place) => ({
    name: `Go to ${place.name}`,
    key: place.key,
    run: () => (place.plain ? window.location.assign(place.link) : router.visit(place.link)),
  })),
  ...otherPlaces(shared.value.me).map((place) => ({ name: place.command, run: () => router.visit(place.link) })),
  ...own.value.map((place) => ({ name: `Go to ${place.name}`, run: () => router.visit(place.link) })),
  ...(me.value?.coordinates ? [{ name: 'Declare an incident', run: () => (declaring.value = true) }] : []),
  ...looks.map((look) => ({
    name: lookWords[look],
    run: () => setLook(look),
  })),
  { name: 'Sign out', run: () => router.post('/sign-out') },
]);
useLive(() => props.follows ?? {}, props.incident === undefined ? undefined : () => props.incident ?? 0);
watch(() => shared.value.now, followServerTime, { immediate: true });
onMounted(() => document.addEventListener('keydown', runByKey));
onBeforeUnmount(() => document.removeEventListener('keydown', runByKey));
</script>

<template>
  <Head :title="title" />
  <div class="flex min-h-dvh flex-col lg:h-dvh">
    <a href="#main" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2"
      >To the content</a
    >
    <header class="flex h-11 items-center gap-x-4 border-b border-line px-4">
      <Link href="/" class="flex items-center gap-2 text-lg font-bold tracking-tight"
        ><SkarvoMark /><span class="max-sm:sr-only">Skarvo</span></Link
      >
      <nav aria-label="Places" class="flex gap-x-4 text-small max-sm:hidden">
        <component
          :is="place.plain ? 'a' : Link"
          v-for="place in mainPlaces"
          :key="place.link"
          :href="place.link"
          class="py-0.5 whitespace-nowrap"
          :class="isHere(place.link) ? 'border-b-2 border-ink font-bold text-ink' : 'text-ink-2 hover:text-ink'"
          :aria-current="isHere(place.link) ? 'page' : undefined"
          >{{ place.name }}</component
        >
      </nav>
      <button
        type="button"
        class="ml-auto flex min-w-0 flex-1 items-center justify-between gap-2 border-b-[1.5px] border-edge py-1 text-left text-small text-ink-3 lg:max-w-[300px]"
        @click="commandLine = true"
      >
        <span class="truncate">Find or do anything</span> <kbd aria-hidden="true" class="max-sm:hidden">.</kbd>
      </button>
      <Menu v-if="me" as="div" class="relative shrink-0 text-small">
        <MenuButton class="max-w-44 truncate py-1 text-ink-2 hover:text-ink" :title="`${me.name}, ${me.words}`"
          >{{ me.name }}<span aria-hidden="true"> ▾</span></MenuButton
        >
        <MenuItems
          class="absolute right-0 z-40 mt-1 w-60 rounded-edge border-2 border-ink bg-sheet py-1 focus:outline-none"
        >
          <p class="px-3 py-1 text-tiny text-ink-2">{{ me.words }}</p>
          <MenuItem v-for="place in own" :key="place.link" v-slot="{ active }">
            <Link :href="place.link" class="block px-3 py-1.5" :class="active ? 'bg-ink text-on-ink' : ''">{{
              place.name
            }}</Link>
          </MenuItem>
          <MenuItem v-for="look in looks" :key="look" v-slot="{ active }">
            <button
              type="button"
              class="block w-full px-3 py-1.5 text-left"
              :class="active ? 'bg-ink text-on-ink' : ''"
              @click="setLook(look)"
            >
              {{ lookWords[look] }}
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="block w-full px-3 py-1.5 text-left"
              :class="active ? 'bg-ink text-on-ink' : ''"
              @click="router.post('/sign-out')"
            >
              Sign out
            </button>
          </MenuItem>
          <template v-if="shared.standInsUrl">
            <hr class="my-1 border-line" />
            <MenuItem v-slot="{ active }">
              <a
                :href="shared.standInsUrl"
                target="_blank"
                class="block px-3 py-1.5"
                :class="active ? 'bg-ink text-on-ink' : ''"
                >Demo: the outside world</a
              >
            </MenuItem>
          </template>
        </MenuItems>
      </Menu>
    </header>
    <div
      v-if="lostSince"
      role="status"
      class="flex items-center gap-3 border-b-2 border-call bg-sheet px-4 py-1.5 text-small"
    >
      <strong>No connection since {{ clockTime(lostSince) }}.</strong>
      <span class="text-ink-2"
        >What you see is from then. What you type is kept; this screen catches up by itself.</span
      >
    </div>
    <div
      v-if="shared.trouble?.length"
      role="alert"
      aria-label="Skarvo’s own problems"
      class="border-b-2 border-call bg-sheet px-4 py-1.5 text-small"
    >
      <p v-for="one in shared.trouble" :key="one.what">
        <strong class="text-call">{{ one.what }}</strong> <span class="text-ink-2">{{ one.does }}</span>
        <span v-if="one.since" class="text-ink-2"> Since {{ clockTime(one.since) }}.</span>
      </p>
    </div>
    <section
      v-if="unheard"
      class="sticky top-0 z-30 flex items-start gap-3 border-b border-line bg-paper px-4 py-2 text-small"
      aria-labelledby="unheard"
    >
      <div class="min-w-0 flex-1">
        <p id="unheard" class="font-semibold">About what you asked for before:</p>
        <TroubleNote :text="unheard" />
      </div>
      <button type="button" class="link min-h-6" @click="unheard = null">Close</button>
    </section>
    <TroubleNote v-if="$slots.default" :text="shared.errors.action" spare class="mx-4 mt-2" />
    <div
      v-if="!shared.band"
      class="border-b border-line bg-sheet max-sm:hidden"
      :style="{ height: `${bandHeight}px` }"
    />
    <TimeBand
      v-else
      class="max-sm:hidden"
      :band="shared.band"
      :from="limit('from')"
      :to="limit('to')"
      :growth="growth ?? []"
      @narrow="narrow"
      @moment="(at) => emit('moment', at)"
    />
    <section
      v-if="me"
      class="truncate border-b border-line px-4 py-1.5 text-small sm:hidden"
      aria-label="Next deadline"
    >
      <Link v-if="next" :href="next.link" class="hover:underline"
        ><strong class="font-mono" :class="next.due < now + 600_000 ? 'text-call' : ''">{{
          remaining(next.due - now)
        }}</strong>
        {{ next.title }}</Link
      ><span v-else class="text-ink-2">{{ shared.clocks ? 'No deadlines.' : 'Reading what is due …' }}</span>
    </section>
    <nav
      v-if="nearby"
      :aria-label="nearby.words"
      class="flex gap-x-4 border-b border-line px-4 text-small max-sm:overflow-x-auto sm:flex-wrap"
    >
      <Link
        v-for="place in nearby.places"
        :key="place.link"
        :href="place.link"
        class="py-1.5 whitespace-nowrap"
        :class="place.link === closest ? 'border-b-2 border-ink font-bold text-ink' : 'text-ink-2 hover:text-ink'"
        :aria-current="place.link === closest ? 'page' : undefined"
        >{{ place.name }}</Link
      >
    </nav>
    <main id="main" class="flex min-h-0 flex-1 flex-col max-sm:pb-14" tabindex="-1"><slot /></main>
    <nav
      aria-label="Places"
      class="fixed inset-x-0 bottom-0 z-20 flex justify-between overflow-x-auto border-t border-line bg-sheet px-2 text-small sm:hidden"
    >
      <component
        :is="place.plain ? 'a' : Link"
        v-for="place in mainPlaces"
        :key="place.link"
        :href="place.link"
        class="px-2 py-3.5 whitespace-nowrap"
        :class="isHere(place.link) ? 'border-t-2 border-ink font-bold text-ink' : 'text-ink-2'"
        :aria-current="isHere(place.link) ? 'page' : undefined"
        >{{ place.name }}</component
      >
    </nav>
    <p
      v-if="waits && hasWaited"
      role="status"
      class="fixed inset-x-4 bottom-16 z-40 mx-auto w-fit rounded-edge border-2 border-ink bg-sheet px-4 py-2 text-small"
    >
      Waiting for the answer to what you asked for; then it goes there. Press once more to go at once.
    </p>
    <CommandLine :open="commandLine" @close="commandLine = false" />
    <DeclareSheet
      v-if="declaring"
      :from="{ key: 'bare', words: 'From what you know: no alert or report is needed.', alerts: [], reports: [] }"
      @close="declaring = false"
    />
    <KeyList :open="keys" @close="keys = false" />
  </div>
</template>
