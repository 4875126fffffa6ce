<script setup lang="ts">
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useAction } from '@/lib/action';
import { lasting, useNow } from '@/lib/time';
import type { Contradiction, Field } from '@/pages/Topology/record';

/** What is recorded of an item, who said each value and when; and what a scan says otherwise. */
const props = defineProps<{
  item: string;
  fields: Field[];
  contradictions: Contradiction[];
  mayEdit: boolean;
}>();
const action = useAction();
const now = useNow();
const against = (field: string): Contradiction | undefined => props.contradictions.find((one) => one.field === field);
const settle = (field: string, take: boolean): void => {
  const { ours = '', theirs = '' } = against(field) ?? {};
  action.send(`/estate/${encodeURIComponent(props.item)}/settle`, { field, take, ours, theirs });
};
/** Who said most of it, and when: said once for all, so that what others said stands out. */
const usual = computed(() => {
  const counts = new Map<string, { by: string; at: number; count: number }>();
  for (const { by, at } of props.fields) {
    if (by === null || at === null) continue;
    const key = `${by} ${at}`;
    counts.set(key, { by, at, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  return [...counts.values()].sort((a, b) => b.count - a.count)[0];
});
const isUsual = (field: Field): boolean => field.by === usual.value?.by && field.at === usual.value?.at;
/** What is contradicted comes first. */
const ordered = computed(() =>
  [...props.fields].sort((a, b) => Number(Boolean(against(b.field))) - Number(Boolean(against(a.field)))),
);
/** Those that head the page already. */
const HEADED = ['name', 'kind', 'tier', 'site', 'description', 'public_name'];
const lost = (): Contradiction[] =>
  props.contradictions.filter((one) => !props.fields.some((field) => field.field === one.field));
</script>

<template>
  <table class="w-full text-left text-small">
    <caption class="sr-only">
      What is recorded of it
    </caption>
    <tbody>
      <template v-for="field in ordered" :key="field.field">
        <tr v-if="!HEADED.includes(field.field) || against(field.field)" class="row-rule align-top">
          <th class="w-[38%] py-1 pr-2 font-normal text-ink-2">{{ field.label }}</th>
          <td class="py-1 break-words">
            {{ field.shown
            }}<span v-if="field.ends" :class="field.ends.startsWith('ended') ? 'font-semibold' : 'text-ink-2'"
              >; {{ field.ends }}</span
            >
            <span v-if="field.by && !isUsual(field)" class="block text-tiny text-ink-3"
              >{{ field.scanned ? 'scan: ' : '' }}{{ field.by
              }}<template v-if="field.at">, {{ lasting(now - field.at) }} ago</template></span
            >
            <div v-if="against(field.field)" class="mt-1 border-l-2 border-ink pl-2">
              <p>
                <strong>{{ against(field.field)?.by }} says {{ against(field.field)?.theirs || 'none' }}</strong
                >, <TimeAgo :at="against(field.field)?.at ?? 0" />
              </p>
              <p v-if="mayEdit" class="mt-1 flex flex-wrap gap-2">
                <ActButton :busy="action.busy.value" @click="settle(field.field, true)">Take the scan’s</ActButton>
                <ActButton :busy="action.busy.value" @click="settle(field.field, false)">Keep ours</ActButton>
              </p>
            </div>
          </td>
        </tr>
      </template>
      <tr v-for="one in lost()" :key="one.field" class="row-rule align-top">
        <th class="py-1 pr-2 font-normal text-ink-2">{{ one.field }}</th>
        <td class="py-1">
          none, as set here; <strong>{{ one.by }} says {{ one.theirs }}</strong>
          <p v-if="mayEdit" class="mt-1 flex flex-wrap gap-2">
            <ActButton :busy="action.busy.value" @click="settle(one.field, true)">Take the scan’s</ActButton>
            <ActButton :busy="action.busy.value" @click="settle(one.field, false)">Keep ours</ActButton>
          </p>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="usual" class="mt-1 text-tiny text-ink-3">Inherited: {{ usual.by }}, {{ lasting(now - usual.at) }} ago.</p>
</template>
