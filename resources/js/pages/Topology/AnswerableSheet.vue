<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { onMounted, ref } from 'vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { ask } from '@/lib/ask';
import { plural } from '@/lib/states';

/** Who answers for a set of items: each person and team once, with what they are to which of them. */
const props = defineProps<{
  /** Of these, or else of what the estate’s list shows for an address. */
  items?: string[];
  query?: string;
}>();
const emit = defineEmits<{ close: [] }>();
interface As {
  role: string;
  items: string[];
  many: number;
}
interface Answerable {
  of: number;
  cut: boolean;
  who: { id: string; name: string; isTeam: boolean; as: As[] }[];
  missing: As[];
}
/** As many as an address can name. */
const MOST = 200;
const found = ref<Answerable | null>(null);
const trouble = ref<string | null>(null);
onMounted(async () => {
  const answer = await ask<Answerable>(
    `/answerable?${props.items ? new URLSearchParams({ items: props.items.slice(0, MOST).join(',') }) : props.query}`,
  );
  found.value = answer.value;
  trouble.value = answer.error?.message ?? null;
});
const words = (as: As, of: number): string =>
  as.many === of && of > as.items.length
    ? `of all ${of}`
    : `of ${as.items.join(', ')}${as.many > as.items.length ? ` and ${as.many - as.items.length} more` : ''}`;
</script>

<template>
  <SideSheet open leave="Close" title="Who answers for these" @close="emit('close')">
    <TroubleNote :text="trouble ?? undefined" />
    <p v-if="!found && !trouble" class="text-small text-ink-3">Looking…</p>
    <template v-if="found">
      <p class="mb-2 text-small text-ink-2">
        {{ found.cut ? `The first ${found.of} items` : plural(found.of, 'item') }}, each person and team once.
      </p>
      <ul aria-label="People and teams">
        <li v-for="one in found.who" :key="`${one.isTeam}${one.id}`" class="row-rule py-2">
          <strong v-if="one.isTeam">{{ one.name }}</strong>
          <Link v-else :href="`/people/${encodeURIComponent(one.id)}`" class="font-semibold hover:underline">{{
            one.name
          }}</Link>
          <span v-if="one.isTeam" class="text-small text-ink-2"> team</span>
          <ul class="text-small text-ink-2">
            <li v-for="as in one.as" :key="as.role">{{ as.role }} {{ words(as, found.of) }}</li>
          </ul>
        </li>
      </ul>
      <p v-if="found.who.length === 0" class="text-small text-ink-2">Nobody is recorded for any of them.</p>
      <template v-if="found.missing.length">
        <h3 class="mt-4 mb-1 font-semibold">Nobody recorded</h3>
        <ul class="text-small">
          <li v-for="as in found.missing" :key="as.role" class="row-rule py-1">
            {{ as.role }} <span class="text-ink-2">{{ words(as, found.of) }}</span>
          </li>
        </ul>
      </template>
    </template>
  </SideSheet>
</template>
