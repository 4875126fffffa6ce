<script setup lang="ts">
import { useClipboard } from '@vueuse/core';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { SubscriptionLine } from '@/lib/shapes';
import { plural } from '@/lib/states';

type FollowerChannel = SubscriptionLine['channel'];

/** Chats and systems of partners that are told of updates, and those who follow where nothing arrives. */
defineProps<{
  counts: { channel: FollowerChannel; count: number }[];
  waiting: number;
  given: (SubscriptionLine & { id: number; secret: string | null; words: string })[];
  paused: { id: number; channel: FollowerChannel; address: string; why: string; at: string }[];
  services: string[];
  versions: { version: string; words: string }[];
}>();
const names: Record<FollowerChannel, string> = {
  mail: 'by mail',
  text: 'by text message',
  chat: 'in a chat',
  webhook: 'by webhook',
};
const action = useAction();
const { copy, copied, text: copiedText } = useClipboard({ legacy: true });
const adding = ref<'chat' | 'webhook' | null>(null);
const address = ref('');
const chosen = ref<string[]>([]);
const reads = ref('public');
const about = ref<SubscriptionLine['about']>('all');
const kinds: Record<SubscriptionLine['about'], string> = {
  all: 'what does not work, and planned work',
  incidents: 'only what does not work',
  planned: 'only planned work',
};
const add = (): void =>
  action.send(
    '/settings/followers',
    {
      channel: adding.value,
      address: address.value,
      services: chosen.value,
      about: about.value,
      ...(adding.value === 'chat' ? { reads: reads.value } : {}),
    },
    () => {
      adding.value = null;
      address.value = '';
      chosen.value = [];
      reads.value = 'public';
      about.value = 'all';
    },
  );
const change = (id: number, what: 'leave' | 'resume'): void => action.send(`/settings/followers/${id}`, { do: what });
</script>

<template>
  <AppShell title="Followers" :follows="{ 'follower.': ['counts', 'waiting', 'given', 'paused'] }">
    <div class="min-h-0 max-w-3xl overflow-y-auto p-4">
      <h1>Followers</h1>
      <p class="mb-3 text-ink-2">
        Anybody follows by mail or text message at <a href="/follow" class="link">the form for followers</a>, once they
        have confirmed it. Chats of ours and systems of partners are added here.
      </p>
      <ul class="mb-4 flex flex-wrap gap-x-6">
        <li v-for="one in counts" :key="one.channel">
          <strong>{{ one.count }}</strong> {{ names[one.channel] }}
        </li>
        <li v-if="waiting" class="text-ink-2">{{ plural(waiting, 'other') }} not confirmed yet</li>
      </ul>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <h2>Chats and partners</h2>
      <p v-if="given.length === 0" class="text-small text-ink-2">None yet.</p>
      <ul>
        <li v-for="one in given" :key="one.id" class="row-rule py-2">
          <p class="flex flex-wrap items-baseline gap-x-3">
            <strong class="font-mono">{{ one.address }}</strong>
            <span class="text-small text-ink-2">{{ names[one.channel] }}</span>
            <span class="text-small">{{
              one.services.length
                ? one.services.join(', ')
                : one.tier === null
                  ? 'all services'
                  : 'the most important services'
            }}</span>
            <span v-if="one.about !== 'all'" class="text-small">{{ kinds[one.about] }}</span>
            <span v-if="one.channel === 'chat'" class="text-small text-ink-2"
              >in the words for {{ one.words.toLowerCase() }}</span
            >
            <button type="button" class="link ml-auto min-h-6 text-small" @click="change(one.id, 'leave')">
              Take away<span class="sr-only"> {{ one.address }}</span>
            </button>
          </p>
          <p v-if="one.secret" class="text-small text-ink-2">
            Signed as Standard Webhooks says, with the secret
            <button type="button" class="link min-h-6" @click="copy(one.secret)">
              {{ copied && copiedText === one.secret ? 'copied' : 'copy it' }}
            </button>
          </p>
          <p v-if="one.paused !== null" class="mt-1 border-l-4 border-ink pl-3 text-small">
            Nothing is sent there at present: {{ one.paused }}.
            <button type="button" class="link min-h-6" @click="change(one.id, 'resume')">Send again</button>
          </p>
        </li>
      </ul>
      <form v-if="adding" class="mt-3 grid gap-3 border border-line bg-sheet p-3" @submit.prevent="add">
        <label class="font-semibold"
          >{{ adding === 'chat' ? 'Channel of the chat' : 'Address of the webhook' }}
          <input
            v-model="address"
            class="field font-mono font-normal"
            maxlength="500"
            required
            autofocus
            :placeholder="adding === 'chat' ? '#terminals' : 'https://partner.example/updates'"
        /></label>
        <label v-if="adding === 'chat'" class="font-semibold"
          >In the words for
          <select v-model="reads" class="field font-normal">
            <option v-for="one in versions" :key="one.version" :value="one.version">
              {{ one.words.toLowerCase() }}
            </option>
          </select>
          <span v-if="reads !== 'public'" class="text-tiny font-normal text-ink-2"
            >Names from inside stand in it: choose this only for a chat that nobody outside reads.</span
          ></label
        >
        <label class="font-semibold"
          >It is told of
          <select v-model="about" class="field font-normal">
            <option v-for="(kind, id) in kinds" :key="id" :value="id">{{ kind }}</option>
          </select></label
        >
        <fieldset>
          <legend class="font-semibold">Services</legend>
          <p class="text-tiny text-ink-2">None chosen: all of them.</p>
          <div class="grid grid-cols-1 gap-x-4 sm:grid-cols-2">
            <label v-for="service in services" :key="service" class="flex items-center gap-2 py-0.5"
              ><input v-model="chosen" type="checkbox" :value="service" /> {{ service }}</label
            >
          </div>
        </fieldset>
        <p class="flex gap-3">
          <ActButton main type="submit" :busy="action.busy.value">Add it</ActButton>
          <button type="button" class="link" @click="adding = null">Cancel</button>
        </p>
      </form>
      <p v-else class="mt-3 flex gap-3">
        <ActButton @click="adding = 'chat'">Add a chat</ActButton>
        <ActButton @click="adding = 'webhook'">Add a partner's system</ActButton>
      </p>
      <template v-if="paused.length">
        <h2 class="mt-6">Nothing arrives at</h2>
        <ul>
          <li v-for="one in paused" :key="one.id" class="row-rule flex flex-wrap items-baseline gap-x-3 py-2">
            <strong class="font-mono">{{ one.address }}</strong>
            <span class="text-small text-ink-2">{{ names[one.channel] }}</span>
            <span class="text-small">{{ one.why }}, <TimeAgo :at="one.at" /></span>
            <span class="ml-auto flex gap-3 text-small">
              <button type="button" class="link min-h-6" @click="change(one.id, 'resume')">
                Send again<span class="sr-only"> to {{ one.address }}</span>
              </button>
              <button type="button" class="link min-h-6" @click="change(one.id, 'leave')">
                Take away<span class="sr-only"> {{ one.address }}</span>
              </button>
            </span>
          </li>
        </ul>
      </template>
    </div>
  </AppShell>
</template>
