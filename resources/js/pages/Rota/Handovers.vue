<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { reactive, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import { useAction } from '@/lib/action';
import { clockTime, remaining, useNow } from '@/lib/time';

/** Turns that change hands: what whoever leaves tells whoever comes. */
interface Handover {
  rota: string;
  name: string;
  team: string;
  at: number;
  leaves: string | null;
  comes: string | null;
  mine: 'leaves' | 'comes' | null;
  ofMyTeam: boolean;
  added: string;
  version: number;
  confirmed: number | null;
  confirmedBy: string | null;
  sections: { title: string; lines: { text: string; link: string }[] }[];
}
const props = defineProps<{ handovers: Handover[]; mayArrange: boolean }>();
const now = useNow();
const action = useAction();
const id = (one: Handover): string => `${one.rota}/${Math.round(one.at / 1000)}`;
/** What somebody types is theirs until it is saved, whatever arrives meanwhile; the version tells if another wrote, too. */
const drafts = reactive<Record<string, { text: string; version: number }>>({});
const stored: Record<string, string> = {};
watch(
  () => props.handovers,
  (handovers) => {
    for (const one of handovers) {
      const draft = drafts[id(one)];
      if (!draft || draft.text === stored[id(one)]) drafts[id(one)] = { text: one.added, version: one.version };
      stored[id(one)] = one.added;
    }
  },
  { immediate: true },
);
const text = (one: Handover): string => drafts[id(one)]?.text ?? '';
const type = (one: Handover, event: Event): void => {
  drafts[id(one)] = {
    text: (event.target as HTMLTextAreaElement).value,
    version: drafts[id(one)]?.version ?? one.version,
  };
};
const save = (one: Handover): void =>
  action.send(`/handovers/${id(one)}/note`, { added: text(one), version: drafts[id(one)]?.version ?? 0 }, () => {
    const saved = props.handovers.find((other) => id(other) === id(one));
    if (saved) drafts[id(one)] = { text: saved.added, version: saved.version };
  });
const mayWrite = (one: Handover): boolean => !one.confirmed && (one.mine !== null || one.ofMyTeam || props.mayArrange);
</script>

<template>
  <AppShell
    title="Handovers"
    :follows="{
      'handover.': ['handovers'],
      'rota.': ['handovers'],
      'incident.': ['handovers'],
      'call.': ['handovers'],
      'alert.': ['handovers'],
      'person.': ['handovers'],
    }"
  >
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Handovers">
      <h1 class="mb-1">Handovers, the last 12 hours and the next 36</h1>
      <p class="mb-3 text-small text-ink-2">
        Each is put together automatically. The person leaving adds what only they know; the person coming confirms
        having read it.
      </p>
      <p v-if="handovers.length === 0">No handovers in this time. The rotas are under On call.</p>
      <div class="grid gap-4 xl:grid-cols-2">
        <article
          v-for="one in handovers"
          :key="id(one)"
          class="border bg-sheet p-3"
          :class="one.mine && !one.confirmed ? 'border-2 border-ink' : 'border-line'"
          :aria-label="`${one.team}, ${one.leaves ?? 'nobody'} to ${one.comes ?? 'nobody'}`"
        >
          <div class="flex flex-wrap items-baseline gap-x-3">
            <h2 class="text-ink!">
              <Link :href="`/on-call/${one.rota}`" class="hover:underline">{{ one.team }}</Link>:
              {{ one.leaves ?? 'nobody' }} to
              <span :class="one.comes ? '' : 'text-call'">{{ one.comes ?? 'nobody' }}</span>
            </h2>
            <p class="ml-auto text-small text-ink-2">
              {{ clockTime(one.at) }}, {{ one.at > now ? `in ${remaining(one.at - now)}` : 'past' }}
            </p>
          </div>
          <p v-if="one.sections.every((section) => section.lines.length === 0)" class="mt-2 text-small text-ink-2">
            Nothing open, nothing noisy, nothing to watch.
          </p>
          <section
            v-for="section in one.sections.filter((each) => each.lines.length > 0)"
            :key="section.title"
            class="mt-2 text-small"
          >
            <h3 class="text-small! text-ink-2!">{{ section.title }}</h3>
            <ul>
              <li v-for="line in section.lines" :key="line.text" class="py-0.5">
                <Link :href="line.link" class="block min-h-6 hover:underline">{{ line.text }}</Link>
              </li>
            </ul>
          </section>
          <section class="mt-2 text-small">
            <h3 class="text-small! text-ink-2!">Added by the person leaving</h3>
            <template v-if="mayWrite(one)">
              <textarea
                :value="text(one)"
                rows="3"
                maxlength="5000"
                class="field"
                :aria-label="`What ${one.comes ?? 'the next person'} has to know, ${one.team}`"
                placeholder="What only you know: what you tried, what you would do next"
                @input="type(one, $event)"
              />
              <ActButton v-if="text(one) !== one.added" class="mt-1" :busy="action.busy.value" @click="save(one)"
                >Save for {{ one.comes ?? 'the next person' }}</ActButton
              >
            </template>
            <p v-else class="whitespace-pre-line">{{ one.added || 'Nothing.' }}</p>
          </section>
          <p v-if="one.confirmed" class="mt-2 text-small font-semibold text-calm">
            {{ one.confirmedBy }} confirmed it <TimeAgo :at="one.confirmed" />.
          </p>
          <p v-else-if="one.mine === 'comes' || mayArrange" class="mt-2">
            <ActButton
              :main="one.mine === 'comes'"
              :busy="action.busy.value"
              @click="action.send(`/handovers/${id(one)}/confirm`, {})"
              >{{
                one.mine === 'comes' ? 'I have read it and take over' : `Confirm for ${one.comes ?? 'nobody'}`
              }}</ActButton
            >
          </p>
        </article>
      </div>
    </div>
  </AppShell>
</template>
