<script setup lang="ts">
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { clockTime, useNow } from '@/lib/time';
import HeartbeatList from '@/pages/Signals/HeartbeatList.vue';
import type { Heartbeat, SourceLine, SourceMinute } from '@/pages/Signals/source';

/** What a source is known by, how much comes from it, what has to be heard of it, and its trouble. */
const props = defineProps<{
  source: SourceLine & { address: string };
  token: string | null;
  minutes: SourceMinute[];
  errors: { id: number; at: number; what: string }[];
  heartbeats: Heartbeat[];
  mayEdit: boolean;
}>();
const action = useAction();
const now = useNow();
const most = computed(() => Math.max(1, ...props.minutes.map((minute) => minute.accepted + minute.repeated)));
</script>

<template>
  <div class="grid content-start gap-5">
    <section aria-labelledby="its-address">
      <h2 id="its-address" class="mb-1">Its address and token</h2>
      <p class="text-small">
        It sends any JSON to <code class="font-mono text-tiny break-all">POST {{ source.address }}</code> with
        <code class="font-mono text-tiny">Authorization: Bearer …</code>, or with
        <code class="font-mono text-tiny">?token=…</code> in the address. A sender of signals needs none of this.
      </p>
      <p v-if="token" class="mt-2 border-[1.5px] border-ink bg-sheet p-2 text-small" role="status">
        Its new token, shown this once: <code class="font-mono break-all">{{ token }}</code>
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mt-2" />
      <ActButton
        v-if="mayEdit"
        class="mt-2"
        @click="action.send(`/sources/${encodeURIComponent(source.id)}/token`, { seen: source.token })"
        >{{ source.token ? 'Make a new token; the old one stops' : 'Make a token' }}</ActButton
      >
    </section>
    <section aria-labelledby="its-rate">
      <h2 id="its-rate" class="mb-1">Signals a minute, the last six hours</h2>
      <svg
        viewBox="0 0 360 60"
        class="w-full border border-line bg-sheet"
        role="img"
        :aria-label="`At most ${most} signals in a minute`"
      >
        <rect
          v-for="minute in minutes"
          :key="minute.minute"
          :x="360 - (now / 1000 - minute.minute) / 60"
          width="1"
          :y="58 - (56 * (minute.accepted + minute.repeated)) / most"
          :height="(56 * (minute.accepted + minute.repeated)) / most"
          :fill="minute.turned_away + minute.refused + minute.unmapped > 0 ? 'var(--call)' : 'var(--ink)'"
        />
      </svg>
      <p class="text-tiny text-ink-2">At most {{ most }} in a minute. Strong colour: minutes with trouble.</p>
    </section>
    <HeartbeatList :source="source.id" :heartbeats="heartbeats" :may-edit="mayEdit" />
    <section aria-labelledby="its-errors">
      <h2 id="its-errors" class="mb-1">Recent problems</h2>
      <p v-if="errors.length === 0" class="text-small text-ink-2">Nothing.</p>
      <ul class="text-small">
        <li v-for="one in errors" :key="one.id" class="row-rule py-1">
          <span class="font-mono text-tiny text-ink-2">{{ clockTime(one.at) }}</span> {{ one.what }}
        </li>
      </ul>
    </section>
  </div>
</template>
