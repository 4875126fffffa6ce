<script setup lang="ts">
import { computed, ref } from 'vue';
import { clockTime } from '@/lib/time';
import type { Rule } from '@/lib/types';
import type { RuleVersion } from '@/pages/Signals/rules';

/** All versions of the rules, newest first, each to look at or to bring back. */
const props = defineProps<{ versions: RuleVersion[]; version: number; mayEdit: boolean }>();
defineEmits<{ restore: [version: number] }>();
const looksAt = ref<number | null>(null);
const looked = computed(() => props.versions.find((version) => version.id === looksAt.value) ?? null);
const ruleWords = (rule: Rule): string => {
  const listed = (part: object): string =>
    Object.entries(part)
      .map(([name, value]) => `${name} ${typeof value === 'object' ? JSON.stringify(value) : String(value)}`)
      .join(', ');
  return `${rule.name ? `${rule.name}: ` : ''}${listed(rule.match)} → ${listed(rule.set)}${rule.off ? ' (off)' : ''}`;
};
</script>

<template>
  <ul class="text-small">
    <li v-for="one in versions" :key="one.id" class="row-rule py-1.5">
      <p class="flex items-baseline justify-between gap-2">
        <button
          type="button"
          class="link text-left"
          :aria-expanded="looksAt === one.id"
          @click="looksAt = looksAt === one.id ? null : one.id"
        >
          {{ one.id }}: {{ one.note }}
        </button>
        <span v-if="one.id === version" class="shrink-0 font-semibold">in force</span>
        <button v-else-if="mayEdit" type="button" class="link shrink-0" @click="$emit('restore', one.id)">
          Restore
        </button>
      </p>
      <p class="text-ink-2">{{ one.author }}, {{ clockTime(one.at) }}</p>
      <ol v-if="looked && looksAt === one.id" class="mt-1 list-decimal pl-5 text-ink-2">
        <li v-for="(rule, i) in looked.settings.rules ?? []" :key="i">{{ ruleWords(rule) }}</li>
        <li v-if="!looked.settings.rules?.length" class="list-none">No rules.</li>
      </ol>
    </li>
  </ul>
</template>
