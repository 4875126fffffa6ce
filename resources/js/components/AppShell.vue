<script setup lang="ts">
import { Head, Link, router, usePage } from '@inertiajs/vue3';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import CommandLine from '@/components/CommandLine.vue';
import DeclareSheet from '@/pages/Incidents/DeclareSheet.vue';
import KeyList from '@/components/KeyList.vue';
import SkarvoMark from '@/components/SkarvoMark.vue';
import TimeBand from '@/components/TimeBand.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { runByKey, useCommands } from '@/lib/commands';
import { lostSince } from '@/lib/connection';
import { useLive, type Follows } from '@/lib/live';
import { useShared } from '@/lib/shared';
import { clockTime, followServerTime } from '@/lib/time';

/** What every working screen has: the way around, the time band, the command line, and news as it happens. */
const props = defineProps<{ title: string; follows?: Follows; incident?: number }>();
const shared = useShared();
const page = usePage();
const commandLine = ref(false);
const keys = ref(false);
const declaring = ref(false);

const me = computed(() => shared.value.me);
const places = computed(() => [
  { name: 'Watch', link: '/', key: '1' },
  { name: 'Alerts', link: '/alerts', key: '2' },
  { name: 'Incidents', link: '/incidents', key: '3' },
  { name: 'Estate', link: '/estate', key: '4' },
  { name: 'On call', link: '/on-call', key: '5' },
  { name: 'Status page', link: '/status', key: '6' },
  ...(me.value?.administers ? [{ name: 'Priorities', link: '/settings/priorities', key: '7' }] : []),
]);
/** Screens about signals stand together under Alerts. */
const signalPlaces = [
  { name: 'Alerts', link: '/alerts' },
  { name: 'Funnel', link: '/funnel' },
  { name: 'Rules', link: '/rules' },
  { name: 'Quiet times', link: '/quiet' },
  { name: 'Sources', link: '/sources' },
];
/** And those about what is recorded under Estate. */
const estatePlaces = [
  { name: 'Estate', link: '/estate' },
  { name: 'Truth', link: '/truth' },
  { name: 'Scans', link: '/scans' },
  { name: 'Imports', link: '/imports' },
  { name: 'Types', link: '/types' },
  { name: 'What if', link: '/what-if' },
];
/** And those about people who are called under On call. */
const callPlaces = computed(() => [
  { name: 'On call', link: '/on-call' },
  { name: 'Handovers', link: '/handovers' },
  { name: 'Fairness', link: '/fairness' },
  { name: 'People', link: '/people' },
  { name: 'How I am reached', link: `/people/${me.value?.id ?? ''}` },
]);
const path = computed(() => page.url.split(/[?#]/)[0] ?? '/');
const isUnder = (link: string): boolean => path.value === link || path.value.startsWith(`${link}/`);
const amongSignals = computed(() => signalPlaces.some((place) => isUnder(place.link)));
const amongEstate = computed(() => isUnder('/reach') || estatePlaces.some((place) => isUnder(place.link)));
const amongCalls = computed(() => isUnder('/policies') || callPlaces.value.some((place) => isUnder(place.link)));
const nearby = computed(() =>
  amongSignals.value
    ? { words: 'About alerts', places: signalPlaces }
    : amongEstate.value
      ? { words: 'About the estate', places: estatePlaces }
      : amongCalls.value
        ? { words: 'About being on call', places: callPlaces.value }
        : null,
);
/** Of those nearby, the one whose address says most of where we are. */
const closest = computed(() =>
  (nearby.value?.places ?? [])
    .filter((place) => isUnder(place.link))
    .reduce((best, place) => (place.link.length > best.length ? place.link : best), ''),
);
const isHere = (link: string): boolean =>
  link === '/'
    ? path.value === '/'
    : isUnder(link) ||
      (link === '/alerts' && amongSignals.value) ||
      (link === '/estate' && amongEstate.value) ||
      (link === '/on-call' && amongCalls.value);

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
const setLook = (look: (typeof looks)[number]): void => {
  localStorage.setItem('look', look);
  document.documentElement.dataset.look = look;
};

useCommands(() => [
  { name: 'Find or do anything', key: '.', run: () => (commandLine.value = true) },
  { name: 'Show all keys', key: '?', run: () => (keys.value = true) },
  ...places.value.map((place) => ({
    name: `Go to ${place.name}`,
    key: place.key,
    run: () => router.visit(place.link),
  })),
  ...[...signalPlaces.slice(1), ...estatePlaces.slice(1, -1), ...callPlaces.value.slice(1)].map((place) => ({
    name: `Go to ${place.name}`,
    run: () => router.visit(place.link),
  })),
  ...(me.value?.coordinates ? [{ name: 'Declare an incident', run: () => (declaring.value = true) }] : []),
  { name: 'Ask what would fall if items were down', run: () => router.visit('/what-if') },
  { name: 'Open the form for reporters', run: () => router.visit('/report') },
  ...looks.map((look) => ({
    name: look === 'auto' ? 'Light or dark as the machine is' : `Make it ${look}`,
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
    <header class="flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-1">
      <Link href="/" class="flex items-center gap-2 text-lg font-bold tracking-tight"><SkarvoMark />Skarvo</Link>
      <button
        type="button"
        class="flex min-w-40 flex-1 items-center justify-between border-b-[1.5px] border-edge py-1 text-left text-small text-ink-3 lg:max-w-[380px]"
        @click="commandLine = true"
      >
        Find or do anything <kbd aria-hidden="true">.</kbd>
      </button>
      <nav aria-label="Main" class="flex flex-wrap gap-x-4 text-small">
        <Link
          v-for="place in places"
          :key="place.link"
          :href="place.link"
          class="py-0.5"
          :class="isHere(place.link) ? 'border-b-2 border-ink font-bold text-ink' : 'text-ink-2 hover:text-ink'"
          :aria-current="isHere(place.link) ? 'page' : undefined"
          >{{ place.name }}</Link
        >
        <a v-if="shared.standInsUrl" :href="shared.standInsUrl" class="py-0.5 text-ink-2 hover:text-ink" target="_blank"
          >Stand-ins</a
        >
      </nav>
      <p v-if="me" class="ml-auto truncate text-small text-ink-2">{{ me.name }}, {{ me.words }}</p>
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
      v-if="shared.trouble.length"
      role="alert"
      aria-label="Trouble of Skarvo’s own"
      class="border-b-2 border-call bg-sheet px-4 py-1.5 text-small"
    >
      <p v-for="one in shared.trouble" :key="one.what">
        <strong class="text-call">{{ one.what }}</strong> <span class="text-ink-2">{{ one.does }}</span>
        <span v-if="one.since" class="text-ink-2"> Since {{ clockTime(one.since) }}.</span>
      </p>
    </div>
    <div v-if="shared.errors.action && $slots.default" class="px-4 pt-2">
      <TroubleNote :text="shared.errors.action" />
    </div>
    <TimeBand :band="shared.band" :from="limit('from')" :to="limit('to')" @narrow="narrow" />
    <nav v-if="nearby" :aria-label="nearby.words" class="flex flex-wrap gap-x-4 border-b border-line px-4 text-small">
      <Link
        v-for="place in nearby.places"
        :key="place.link"
        :href="place.link"
        class="py-1.5"
        :class="place.link === closest ? 'border-b-2 border-ink font-bold text-ink' : 'text-ink-2 hover:text-ink'"
        :aria-current="place.link === closest ? 'page' : undefined"
        >{{ place.name }}</Link
      >
    </nav>
    <main id="main" class="flex min-h-0 flex-1 flex-col" tabindex="-1"><slot /></main>
    <CommandLine :open="commandLine" @close="commandLine = false" />
    <DeclareSheet
      v-if="declaring"
      :from="{ key: 'bare', words: 'From what you know: no alert or report is needed.', alerts: [], reports: [] }"
      @close="declaring = false"
    />
    <KeyList :open="keys" @close="keys = false" />
  </div>
</template>
