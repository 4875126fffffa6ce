<script setup lang="ts">
import WhenField from '@/components/WhenField.vue';
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import ItemPicker, { type PickedItem } from '@/components/ItemPicker.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { clockTime, lasting, presently, useNow } from '@/lib/time';

/** Planned work, during which items open no alerts; and what was held back meanwhile. */
interface Held {
  source: string;
  item: string;
  check: string;
  count: number;
  first_at: number;
  last_at: number;
  summary: string | null;
  alert: number | null;
}
interface QuietTime {
  id: number;
  items: PickedItem[];
  with_dependents: boolean;
  covers: number;
  from: number;
  to: number;
  reason: string;
  author: string | null;
  held: Held[];
}
defineProps<{ times: QuietTime[] }>();
const shared = useShared();
const action = useAction();
const now = useNow();
const mayEdit = computed(() => shared.value.me?.coordinates ?? false);
const local = (at: number): string =>
  new Date(at - new Date(at).getTimezoneOffset() * 60000).toISOString().slice(0, 16);
const chosen = ref<PickedItem[]>([]);
const picker = ref<InstanceType<typeof ItemPicker> | null>(null);
const withDependents = ref(false);
const from = ref(local(presently()));
const to = ref('');
const reason = ref('');
const add = (item: PickedItem): void => {
  if (!chosen.value.some((one) => one.id === item.id)) chosen.value.push(item);
};
const iso = (text: string): string => (text === '' ? '' : new Date(text).toISOString());
const save = async (): Promise<void> => {
  await picker.value?.pick();
  action.send(
    '/quiet',
    {
      items: chosen.value.map((one) => one.id),
      with_dependents: withDependents.value,
      from: iso(from.value),
      to: iso(to.value),
      reason: reason.value,
    },
    () => {
      chosen.value = [];
      reason.value = to.value = '';
      withDependents.value = false;
    },
  );
};
const when = (time: QuietTime): string =>
  time.to <= now.value
    ? 'over'
    : time.from <= now.value
      ? `quiet for ${lasting(time.to - now.value)} more`
      : `in ${lasting(time.from - now.value)}`;
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <AppShell title="Quiet times" :follows="{ 'quiet.': ['times'], 'signals.': ['times'] }">
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Quiet times">
        <h1 class="mb-2">Quiet times</h1>
        <p v-if="times.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
          No quiet time in the last two weeks, and none ahead.
        </p>
        <article
          v-for="time in times"
          :key="time.id"
          class="mb-2 border bg-sheet p-3"
          :class="time.from <= now && now < time.to ? 'border-ink' : 'border-line'"
        >
          <div class="flex flex-wrap items-baseline justify-between gap-3">
            <h2 class="text-head! text-ink!">{{ time.reason }}</h2>
            <p class="text-small">
              <strong>{{ when(time) }}</strong>
              <button
                v-if="mayEdit && time.to > now"
                type="button"
                class="link ml-3"
                @click="action.send(`/quiet/${time.id}/end`, {})"
              >
                {{ time.from > now ? 'Drop it' : 'End it now' }}
              </button>
            </p>
          </div>
          <p class="text-small text-ink-2">
            <a
              v-if="time.from > now"
              :href="`/planned#quiet-${time.id}`"
              class="link float-right ml-3 inline-block min-h-6"
              >Tell people of it<span class="sr-only">: {{ time.reason }}</span></a
            >
            {{ clockTime(time.from) }} to {{ clockTime(time.to) }}, {{ time.author }}.
            <template v-for="(item, i) in time.items" :key="item.id"
              ><template v-if="i > 0">, </template
              ><Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link">{{ item.name }}</Link></template
            ><template v-if="time.with_dependents">
              and all that stands on {{ time.items.length === 1 ? 'it' : 'them' }}:
              {{ plural(time.covers, 'item') }}</template
            >.
          </p>
          <template v-if="time.held.length">
            <h3 class="mt-2 text-small! font-semibold!">Fired during it</h3>
            <ul class="text-small">
              <li
                v-for="held in time.held"
                :key="`${held.source} ${held.item} ${held.check}`"
                class="row-rule flex flex-wrap gap-x-3 py-1"
              >
                <span class="font-mono text-tiny text-ink-2">{{ clockTime(held.first_at) }}</span>
                <span class="min-w-0 flex-1">{{ held.summary ?? `${held.check} on ${held.item}` }}</span>
                <span class="text-ink-2">{{ plural(held.count, 'signal') }}, last {{ clockTime(held.last_at) }}</span>
                <Link v-if="held.alert" :href="`/alerts/${held.alert}`" class="link">its alert</Link>
                <span v-else class="text-ink-2">held back</span>
              </li>
            </ul>
          </template>
          <p v-else-if="time.from <= now" class="mt-1 text-small text-ink-2">Nothing fired.</p>
        </article>
      </div>
      <aside
        v-if="mayEdit"
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        aria-label="Add a quiet time"
        tabindex="0"
      >
        <h2 class="mb-2">Add a quiet time</h2>
        <form class="grid gap-3" @submit.prevent="save">
          <TroubleNote :text="wrong" />
          <div>
            <ItemPicker ref="picker" label="Items that are worked on" @pick="add" />
            <ul class="mt-1 flex flex-wrap gap-2 text-small">
              <li v-for="item in chosen" :key="item.id" class="border border-ink px-2">
                {{ item.name }}
                <button
                  type="button"
                  :aria-label="`Without ${item.name}`"
                  @click="chosen = chosen.filter((one) => one.id !== item.id)"
                >
                  ×
                </button>
              </li>
            </ul>
          </div>
          <label class="flex items-center gap-2"
            ><input v-model="withDependents" type="checkbox" /> and all that stands on them</label
          >
          <label>From <WhenField v-model="from" required /></label>
          <label>Until <WhenField v-model="to" required /></label>
          <label>What is being done <input v-model="reason" class="field" required maxlength="300" /></label>
          <ActButton main type="submit" :busy="action.busy.value">Set the quiet time</ActButton>
        </form>
      </aside>
    </div>
  </AppShell>
</template>
