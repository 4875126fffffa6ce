<script lang="ts">
import type { Panel } from '@/lib/panels';

export const panel: Panel = { where: 'aside', order: 31, follows: { 'card.': ['cards', 'journal'] } };
</script>

<script setup lang="ts">
import { useClipboard } from '@vueuse/core';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useAskedFor } from '@/lib/askedFor';
import { useCommands } from '@/lib/commands';
import { useShared } from '@/lib/shared';
import type { CardLine } from '@/lib/shapes';
import { clockTime } from '@/lib/time';
import { useRoom } from '@/pages/Incidents/roomState';

/** Addresses at which managers and outside teams read how it stands, without an account. */
const { incident } = useRoom();
const shared = useShared();
const action = useAction();
const { copy, copied, text: copiedText } = useClipboard({ legacy: true });
const mayGive = computed(() => shared.value.me?.may.includes('tell-outsiders') ?? false);
const [giving, whom, hours] = [ref(false), ref(''), ref(8)];
const give = (): void =>
  action.send(`/incidents/${incident.value.id}/cards`, { for: whom.value, hours: hours.value }, () => {
    giving.value = false;
    whom.value = '';
  });
const withdraw = (card: CardLine): void => action.send(`/cards/${card.id}/withdraw`, {});
const cards = useAskedFor<CardLine[]>('cards', () => mayGive.value);
useCommands(() =>
  mayGive.value ? [{ name: 'Give somebody a card of how it stands', run: () => (giving.value = true) }] : [],
);
</script>

<template>
  <section v-if="mayGive" aria-labelledby="cards">
    <h2 id="cards" class="mt-4 mb-1">Cards for outsiders</h2>
    <ul class="text-small">
      <li v-for="card in cards ?? []" :key="card.id" class="row-rule py-1">
        <a :href="card.address" class="link" target="_blank" rel="noopener">{{ card.for }}</a><span class="text-ink-3"
          >, until {{ clockTime(card.expires_at) }}</span
        >
        <span class="flex gap-3">
          <button type="button" class="link min-h-6 text-tiny" @click="copy(card.address)">
            {{ copied && copiedText === card.address ? 'Copied' : 'Copy the address'
            }}<span class="sr-only"> for {{ card.for }}</span>
          </button>
          <button type="button" class="link min-h-6 text-tiny" @click="withdraw(card)">
            Withdraw it<span class="sr-only"> from {{ card.for }}</span>
          </button>
        </span>
      </li>
    </ul>
    <form v-if="giving" class="grid gap-1 text-small" @submit.prevent="give">
      <label class="font-semibold"
        >Who it is for <input v-model="whom" class="field font-normal" maxlength="120" required autofocus
      /></label>
      <label class="font-semibold"
        >Can be read for
        <select v-model.number="hours" class="field font-normal">
          <option :value="4">4 hours</option>
          <option :value="8">8 hours</option>
          <option :value="24">a day</option>
          <option :value="168">a week</option>
        </select></label
      >
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Make the address</ActButton>
        <button type="button" class="link" @click="giving = false">Cancel</button>
      </p>
    </form>
    <button v-else type="button" class="link min-h-6 text-small" @click="giving = true">Give a card…</button>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </section>
</template>
