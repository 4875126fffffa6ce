<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { lasting, useNow } from '@/lib/time';
import type { SourceLine } from '@/pages/Signals/source';

/** Who sends signals, how each is, and what is wrong with it. */
defineProps<{ sources: SourceLine[] }>();
const shared = useShared();
const action = useAction();
const now = useNow();
const mayEdit = computed(() => shared.value.me?.coordinates ?? false);
const id = ref('');
const name = ref('');
const add = (): void => action.send('/sources', { id: id.value, name: name.value });
const troubles = (source: SourceLine): string[] =>
  [
    source.silent ? `${plural(source.silent, 'heartbeat')} silent` : '',
    source.unmapped ? `${plural(source.unmapped, 'payload')} not mapped` : '',
    source.refused ? `${source.refused} refused` : '',
    source.turned_away ? `${source.turned_away} turned away` : '',
    source.clock_off
      ? `its clock is ${lasting(Math.abs(source.clock_off) * 1000)} ${source.clock_off > 0 ? 'ahead' : 'behind'}`
      : '',
  ].filter(Boolean);
</script>

<template>
  <AppShell title="Sources" :follows="{ 'source.': ['sources'], 'signals.': ['sources'], 'heartbeat.': ['sources'] }">
    <div class="min-h-0 overflow-auto p-4" tabindex="0" role="region" aria-label="Sources">
      <h1 class="mb-2">Sources</h1>
      <table class="w-full text-left text-small">
        <thead class="text-ink-2">
          <tr class="row-rule">
            <th class="py-1 font-semibold">Source</th>
            <th class="text-right font-semibold">Last hour</th>
            <th class="text-right font-semibold">Limit a minute</th>
            <th class="pl-6 font-semibold">Last heard</th>
            <th class="font-semibold">Speaks</th>
            <th class="font-semibold">Trouble</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="source in sources" :key="source.id" class="row-rule">
            <td class="py-1.5 pr-3">
              <Link :href="`/sources/${encodeURIComponent(source.id)}`" class="font-semibold hover:underline">{{
                source.name
              }}</Link>
              <span v-if="source.name !== source.id" class="ml-2 font-mono text-tiny text-ink-2">{{ source.id }}</span>
            </td>
            <td class="text-right font-mono">{{ source.hour }}</td>
            <td class="text-right font-mono">{{ source.per_minute ?? '–' }}</td>
            <td class="pl-6">{{ source.last_at === null ? 'never' : `${lasting(now - source.last_at)} ago` }}</td>
            <td>
              {{ source.has_mapping ? 'its own JSON, mapped' : source.token ? 'its own JSON, no mapping' : 'signals' }}
            </td>
            <td :class="troubles(source).length ? 'font-semibold text-call' : 'text-ink-2'">
              {{ troubles(source).join('; ') || 'none' }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="sources.length === 0" class="mt-2 text-ink-2">Nobody has sent a signal yet.</p>
      <form v-if="mayEdit" class="mt-6 flex max-w-3xl flex-wrap items-end gap-2" @submit.prevent="add">
        <h2 class="w-full">A sender with a JSON of its own</h2>
        <label class="block"
          >As its signals name it <input v-model="id" class="field font-mono" required maxlength="128"
        /></label>
        <label class="block">Name <input v-model="name" class="field" required maxlength="120" /></label>
        <ActButton main type="submit" :busy="action.busy.value">Add it</ActButton>
        <TroubleNote
          :text="action.errors.value.id ?? action.errors.value.name ?? action.errors.value.action"
          class="w-full"
        />
      </form>
    </div>
  </AppShell>
</template>
