<script setup lang="ts">
import { router } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import { useAction } from '@/lib/action';

/** Which alerts are shown. All of it stands in the address, and can be kept under a name. */
const props = defineProps<{
  filter: Record<string, string | boolean>;
  filters: { name: string; query: string }[];
  teams: { id: string; name: string }[];
}>();
const action = useAction();
const words = ref(String(props.filter.q ?? ''));
const naming = ref(false);
const name = ref('');

const query = (change: Record<string, string>): URLSearchParams => {
  const at = new URLSearchParams(window.location.search);
  const next = new URLSearchParams();
  for (const limit of ['from', 'to']) if (at.get(limit)) next.set(limit, at.get(limit) ?? '');
  for (const [field, value] of Object.entries({ ...props.filter, ...change })) {
    if (value !== '' && value !== false) next.set(field, value === true ? '1' : value);
  }
  return next;
};
const go = (change: Record<string, string>): void =>
  router.get(
    `/alerts?${query(change)}`,
    {},
    { preserveState: true, preserveScroll: true, replace: true, only: ['filter', 'found', 'errors'] },
  );

let timer = 0;
watch(words, (value) => {
  window.clearTimeout(timer);
  timer = window.setTimeout(() => go({ q: value.trim() }), 150);
});
watch(
  () => props.filter.q,
  (q) => {
    if (document.activeElement?.id !== 'alert-search') words.value = String(q ?? '');
  },
);
const own = computed(() => {
  const bare = query({});
  bare.delete('from');
  bare.delete('to');
  return bare.toString();
});
const same = (kept: string): boolean => new URLSearchParams(kept).toString() === own.value;
const keep = (): void =>
  action.send('/alerts/filters', { name: name.value, query: own.value }, () => {
    naming.value = false;
    name.value = '';
  });
const value = (event: Event): string => (event.target as HTMLSelectElement).value;
const isAny = computed(() => Object.keys(props.filter).length > 0);
</script>

<template>
  <form class="flex flex-wrap items-center gap-2 text-small" role="search" @submit.prevent="go({ q: words.trim() })">
    <label class="sr-only" for="alert-search">Search in the alerts</label>
    <input
      id="alert-search"
      v-model="words"
      type="search"
      class="field w-52! py-1!"
      placeholder="Search  ( / )"
      @keydown.esc="($event.target as HTMLInputElement).blur()"
    />
    <select
      class="field w-auto! py-1!"
      aria-label="Which"
      :value="filter.show ?? ''"
      @change="go({ show: value($event) })"
    >
      <option value="">Need a decision</option>
      <option value="waiting">Waiting, or closed by hand</option>
      <option value="open">All open</option>
      <option value="all">All, ended ones too</option>
    </select>
    <select
      class="field w-auto! py-1!"
      aria-label="Level"
      :value="filter.level ?? ''"
      @change="go({ level: value($event) })"
    >
      <option value="">Any level</option>
      <option value="warning">Warning or worse</option>
      <option value="error">Error or worse</option>
      <option value="critical">Critical</option>
    </select>
    <select
      class="field w-auto! py-1!"
      aria-label="Team"
      :value="filter.team ?? ''"
      @change="go({ team: value($event) })"
    >
      <option value="">Any team</option>
      <option v-for="team in teams" :key="team.id" :value="team.id">{{ team.name }}</option>
    </select>
    <label class="flex items-center gap-1.5"
      ><input type="checkbox" :checked="filter.mine === true" @change="go({ mine: filter.mine ? '' : '1' })" />
      Mine</label
    >
    <button v-if="filter.item" type="button" class="link" @click="go({ item: '' })">item {{ filter.item }} ×</button>
    <button v-if="filter.source" type="button" class="link" @click="go({ source: '' })">
      source {{ filter.source }} ×
    </button>
    <button v-if="isAny" type="button" class="link" @click="((words = ''), router.get('/alerts'))">Clear</button>
    <span v-if="filters.length" class="ml-2 flex flex-wrap items-center gap-2">
      <span v-for="kept in filters" :key="kept.name" class="flex items-center gap-1">
        <button
          type="button"
          class="rounded-edge border px-2 py-0.5"
          :class="same(kept.query) ? 'border-ink font-semibold' : 'border-line text-ink-2'"
          :aria-pressed="same(kept.query)"
          @click="router.get(`/alerts?${kept.query}`)"
        >
          {{ kept.name }}
        </button>
        <button
          v-if="same(kept.query)"
          type="button"
          class="px-1 text-ink-2"
          :aria-label="`Forget the filter ${kept.name}`"
          @click="action.send('/alerts/filters/drop', { name: kept.name })"
        >
          ×
        </button>
      </span>
    </span>
    <button v-if="isAny && !naming" type="button" class="link ml-auto" @click="naming = true">Save this filter…</button>
    <span v-else-if="naming" class="ml-auto flex items-center gap-1.5">
      <input
        v-model="name"
        class="field w-36! py-1!"
        aria-label="Name of the filter"
        placeholder="Name"
        maxlength="60"
        @keydown.enter.prevent="keep"
      />
      <button type="button" class="link" @click="keep">Keep</button>
    </span>
  </form>
</template>
