<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref, watch } from 'vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import { stateWords } from '@/lib/states';
import type { LatestChange } from '@/lib/shapes';
import type { State } from '@/lib/types';
import ChangedLately from '@/pages/Changes/ChangedLately.vue';

/** An item's record beside the screen that one works on: place, owners, attributes, what is open, neighbours. */
interface Named {
  id: string;
  name: string;
  state: State;
}
interface Card extends Named {
  kind: string;
  tier: number | null;
  why: string | null;
  fields: { label: string; value: string }[];
  needs: Named[];
  neededBy: Named[];
  incidents: { id: number; ref: string; title: string; open: boolean }[];
  alerts: { id: number; title: string; at: string }[];
  reports: { ref: string; what: string; at: string }[];
  change: LatestChange | null;
}
const props = defineProps<{ item: string }>();
const emit = defineEmits<{ close: []; open: [item: string] }>();
const card = ref<Card | null>(null);
const trouble = ref<string | undefined>();
watch(
  () => props.item,
  async (item) => {
    const answer = await ask<Card>(`/item-card/${encodeURIComponent(item)}`);
    if (item !== props.item) return;
    card.value = answer.value;
    trouble.value = answer.error?.message;
  },
  { immediate: true },
);
</script>

<template>
  <SideSheet open leave="Close" :title="card?.name ?? 'Record'" @close="emit('close')">
    <TroubleNote :text="trouble" />
    <div v-if="card" class="grid gap-3 text-small">
      <p class="flex items-center gap-2">
        <StateMark :state="card.state" :size="22" />
        <span
          >{{ card.kind }}<template v-if="card.tier">, tier {{ card.tier }}</template
          >. {{ card.why ?? 'Up, as far as anything reports.' }}</span
        >
      </p>
      <ChangedLately v-if="card.change" :change="card.change" />
      <dl class="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1">
        <template v-for="field in card.fields" :key="field.label">
          <dt class="text-ink-2">{{ field.label }}</dt>
          <dd>{{ field.value }}</dd>
        </template>
      </dl>
      <section
        v-for="[title, list] in [
          ['Depends on', card.needs],
          ['What depends on it', card.neededBy],
        ] as [string, Named[]][]"
        :key="title"
      >
        <h3>{{ title }}</h3>
        <p v-if="list.length === 0" class="text-ink-2">Nothing recorded.</p>
        <ul>
          <li v-for="one in list" :key="one.id" class="flex items-center gap-1.5 py-0.5">
            <StateMark :state="one.state" :size="14" :label="false" />
            <button type="button" class="link" @click="emit('open', one.id)">{{ one.name }}</button>
            <span v-if="one.state !== 'up'" class="text-ink-2">{{ stateWords[one.state] }}</span>
          </li>
        </ul>
      </section>
      <section>
        <h3>Incidents, alerts, reports</h3>
        <p v-if="card.incidents.length + card.alerts.length + card.reports.length === 0" class="text-ink-2">None.</p>
        <ul>
          <li v-for="one in card.incidents" :key="`i${one.id}`" class="py-0.5">
            {{ one.ref }} {{ one.title }} <span class="text-ink-2">{{ one.open ? 'under way' : 'resolved' }}</span>
          </li>
          <li v-for="one in card.alerts" :key="`a${one.id}`" class="py-0.5">
            {{ one.title }} <span class="text-ink-2"><TimeAgo :at="one.at" /></span>
          </li>
          <li v-for="one in card.reports" :key="one.ref" class="line-clamp-2 py-0.5">
            {{ one.ref }} “{{ one.what }}” <span class="text-ink-2"><TimeAgo :at="one.at" /></span>
          </li>
        </ul>
      </section>
      <p><Link :href="`/estate/${encodeURIComponent(card.id)}`" class="link">Open its page</Link></p>
    </div>
    <p v-else-if="!trouble" class="text-ink-2">Loading…</p>
  </SideSheet>
</template>
