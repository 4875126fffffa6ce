<script setup lang="ts">
import { useStorage } from '@vueuse/core';
import { computed, onMounted, watch } from 'vue';
import AppShell from '@/components/AppShell.vue';
import StaffUpdateCard from '@/pages/Updates/StaffUpdateCard.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { ask } from '@/lib/ask';
import type { PlannedLine, StaffUpdate } from '@/lib/shapes';
import { clockTime } from '@/lib/time';

/** What staff need where people stand before them: how it is, what to do, what to say, and whom to call. */
const props = defineProps<{
  open: StaffUpdate[];
  past: StaffUpdate[];
  planned: PlannedLine[];
  onCall: { team: string; name: string; person: string | null; personName: string | null; until: string | null }[];
  at: string;
}>();
const language = useStorage('staff-language', 'en');
const languages = computed(() => [
  ...new Set([...props.open, ...props.past].flatMap((one) => one.words.map((w) => w.language))),
]);
const ownNames: Record<string, string> = { en: 'English', no: 'Norsk', de: 'Deutsch', ar: 'العربية' };
const opened = new Set<number>();
/** Whoever has it before them has opened it. */
const note = (): void => {
  for (const one of props.open)
    if (one.mustRead && !opened.has(one.update)) {
      opened.add(one.update);
      void ask(`/updates/${one.update}/read`, { confirmed: false });
    }
};
onMounted(note);
watch(() => props.open, note);
const toRead = computed(() => props.open.filter((one) => one.mustRead && !one.isRead).length);
</script>

<template>
  <AppShell
    title="Updates"
    :follows="{
      'update.': ['open', 'past', 'at'],
      'planned.': ['planned'],
      'incident.': ['open', 'past', 'at'],
      'rota.': ['onCall'],
      'turn.': ['onCall'],
    }"
  >
    <div class="grid min-h-0 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_18rem]">
      <div>
        <div class="flex flex-wrap items-baseline justify-between gap-x-4">
          <h1>Updates for staff</h1>
          <div v-if="languages.length > 1" class="flex gap-x-3 text-small" role="group" aria-label="Language">
            <button
              v-for="code in languages"
              :key="code"
              type="button"
              class="min-h-6"
              :class="code === language ? 'font-semibold underline underline-offset-4' : 'link'"
              :aria-pressed="code === language"
              :lang="code"
              @click="language = code"
            >
              {{ ownNames[code] }}
            </button>
          </div>
        </div>
        <p class="mb-3 text-small text-ink-2">
          What is said here stays inside. What passengers read stands on the
          <a href="/status" class="link">status page</a>; for a screen on a wall there is
          <a href="/status/screen.html" class="link">one in large letters</a>.
          <strong v-if="toRead" class="text-ink"
            >{{ toRead === 1 ? 'One needs' : `${toRead} need` }} to be read by you.</strong
          >
        </p>
        <p v-if="open.length === 0" class="border border-line bg-sheet p-4">
          Nothing is known to be wrong of which people were told. As of <TimeAgo :at="at" :age="false" />.
        </p>
        <StaffUpdateCard v-for="one in open" :key="one.incident" :one="one" :language="language" />
        <template v-if="planned.length">
          <h2 class="mt-6">Planned</h2>
          <ul>
            <li v-for="work in planned" :key="work.id" class="row-rule max-w-[70ch] py-1">{{ work.text }}</li>
          </ul>
          <p class="text-small"><a href="/planned" class="link">Planned work</a></p>
        </template>
        <template v-if="past.length">
          <h2 class="mt-6">Over since yesterday</h2>
          <StaffUpdateCard v-for="one in past" :key="one.incident" :one="one" :language="language" />
        </template>
      </div>
      <aside aria-labelledby="on-call-now">
        <h2 id="on-call-now">On call now</h2>
        <ul class="text-small">
          <li v-for="one in onCall" :key="one.team + one.person" class="row-rule py-1">
            <span class="text-ink-2">{{ one.name }}</span>
            <br />
            <template v-if="one.person">
              <a :href="`/people/${one.person}`" class="link">{{ one.personName }}</a><span
                v-if="one.until"
                class="text-ink-2"
                >, until {{ clockTime(one.until) }}</span
              >
            </template>
            <strong v-else>Nobody</strong>
          </li>
        </ul>
      </aside>
    </div>
  </AppShell>
</template>
