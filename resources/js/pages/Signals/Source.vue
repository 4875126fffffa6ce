<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import HeartbeatList from '@/pages/Signals/HeartbeatList.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { clockTime, lasting, useNow } from '@/lib/time';
import {
  CONDITIONS,
  FIELDS,
  formOf,
  LEVELS,
  mappingOf,
  placesIn,
  type Heartbeat,
  type SourceLine,
} from '@/pages/Signals/source';

/** One source: its mapping, made from a pasted sample that shows the result at once; its token, limit, heartbeats and trouble. */
const props = defineProps<{
  source: SourceLine & {
    mapping: string | null;
    sample: string | null;
    version: number | null;
    team: string | null;
    address: string;
  };
  token: string | null;
  minutes: {
    minute: number;
    accepted: number;
    repeated: number;
    refused: number;
    turned_away: number;
    unmapped: number;
  }[];
  errorsTold: { id: number; at: number; what: string }[];
  unmapped: { id: number; payload: string; why: { entry: number; field: string; message: string }[]; at: number }[];
  heartbeats: Heartbeat[];
  teams: { id: string; name: string }[];
}>();
const shared = useShared();
const action = useAction();
const again = useAction();
const now = useNow();
const mayEdit = computed(() => shared.value.me?.coordinates ?? false);
const name = ref(props.source.name);
const limit = ref(props.source.per_minute === null ? '' : String(props.source.per_minute));
const team = ref(props.source.team ?? '');
const sample = ref(props.source.sample ?? '');
const form = ref(formOf(props.source.mapping));
const base = ref(props.source.version);
const said = ref('');

interface Tried {
  signals: Record<string, unknown>[];
  missing: { entry: number; field: string; message: string }[];
}
const tried = ref<Tried | null>(null);
const wrong = ref<{ at: string; message: string } | null>(null);
const places = computed(() => placesIn(sample.value, form.value.list));
let timer = 0;
const tryIt = async (): Promise<void> => {
  if (sample.value.trim() === '') {
    tried.value = wrong.value = null;
    return;
  }
  const answer = await ask<Tried>(`/sources/${encodeURIComponent(props.source.id)}/try`, {
    mapping: mappingOf(form.value),
    sample: sample.value,
  });
  tried.value = answer.value;
  wrong.value = answer.error;
};
watch(
  [form, sample],
  () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void tryIt(), 250);
  },
  { deep: true },
);
onMounted(() => void tryIt());

const save = (): void =>
  action.send(
    `/sources/${encodeURIComponent(props.source.id)}`,
    {
      version: base.value,
      name: name.value,
      per_minute: limit.value === '' ? null : Number(limit.value),
      team: team.value || null,
      mapping: mappingOf(form.value),
      sample: sample.value || null,
    },
    () => {
      base.value = props.source.version;
      said.value = 'Saved. What comes from now on is mapped by it.';
    },
  );
const missingOf = (field: string): string | undefined =>
  tried.value?.missing.find((one) => one.field === field)?.message;
const most = computed(() => Math.max(1, ...props.minutes.map((minute) => minute.accepted + minute.repeated)));
const samplePayload = (payload: string): void => {
  try {
    sample.value = JSON.stringify(JSON.parse(payload), null, 2);
  } catch {
    sample.value = payload;
  }
};
</script>

<template>
  <AppShell
    :title="source.name"
    :follows="{
      'source.': ['source', 'unmapped'],
      'signals.': ['source', 'minutes', 'errorsTold', 'unmapped', 'heartbeats'],
      'heartbeat.': ['heartbeats'],
    }"
  >
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_380px]"
      tabindex="0"
      role="region"
      aria-label="Source"
    >
      <div class="min-w-0">
        <h1>{{ source.name }}</h1>
        <p class="text-small text-ink-2">
          {{ plural(source.hour, 'signal') }} in the last hour, last heard
          {{ source.last_at === null ? 'never' : `${lasting(now - source.last_at)} ago` }}.
          <strong v-if="source.clock_off" class="text-call"
            >Its clock is {{ lasting(Math.abs(source.clock_off) * 1000) }}
            {{ source.clock_off > 0 ? 'ahead' : 'behind' }}; its signals are taken at their receipt.</strong
          >
        </p>
        <form @submit.prevent="save">
          <fieldset :disabled="!mayEdit">
            <h2 class="mt-4 mb-1">Mapping</h2>
            <p class="mb-2 max-w-[75ch] text-small text-ink-2">
              Paste something that it sends. Say where each part of a signal stands: JSON Pointers in braces, with any
              text around them, such as <code class="font-mono">{/host/name}</code>;
              <code class="font-mono">{/a | /b}</code> takes the first that is there;
              <code class="font-mono">{^/site}</code> looks in the whole payload.
            </p>
            <div class="grid gap-4 xl:grid-cols-2">
              <div>
                <label class="block text-small"
                  >A sample
                  <textarea
                    v-model="sample"
                    rows="14"
                    class="field font-mono text-tiny"
                    spellcheck="false"
                    placeholder="Paste one message of it here, as JSON"
                  />
                </label>
                <details v-if="places.length" class="mt-1 text-small">
                  <summary>{{ plural(places.length, 'place') }} in it</summary>
                  <ul class="mt-1 max-h-40 overflow-y-auto">
                    <li v-for="place in places" :key="place.template" class="flex gap-3">
                      <code class="font-mono text-tiny">{{ place.template }}</code><span class="truncate text-ink-2">{{
                        place.value
                      }}</span>
                    </li>
                  </ul>
                </details>
                <datalist id="places">
                  <option v-for="place in places" :key="place.template" :value="place.template">
                    {{ place.value }}
                  </option>
                </datalist>
              </div>
              <div class="grid content-start gap-1.5 text-small">
                <label class="grid grid-cols-[130px_1fr] items-center gap-2" title="If it sends several at once"
                  >List of entries at
                  <input v-model="form.list" class="field py-1! font-mono" placeholder="none; or /events"
                /></label>
                <label
                  v-for="[field, hint] in FIELDS"
                  :key="field"
                  class="grid grid-cols-[130px_1fr] items-center gap-2"
                  :title="hint"
                  >{{ field }}
                  <span
                    ><input
                      v-model="form.fields[field]"
                      class="field py-1! font-mono"
                      list="places"
                      :placeholder="hint"
                      :aria-invalid="Boolean(missingOf(field))"
                    /><span v-if="missingOf(field)" class="text-tiny text-call">{{ missingOf(field) }}</span></span
                  ></label
                >
                <label class="grid grid-cols-[130px_1fr] items-center gap-2"
                  >labels
                  <input
                    v-model="form.labels"
                    class="field py-1! font-mono"
                    placeholder="site={/site}, rack={/host/rack}"
                /></label>
              </div>
            </div>
            <div class="mt-3 grid gap-4 text-small xl:grid-cols-2">
              <div
                v-for="[key, table, ours] in [
                  ['condition', form.condition, CONDITIONS],
                  ['level', form.level, LEVELS],
                ] as const"
                :key="key"
                class="grid content-start gap-1.5"
              >
                <p class="font-semibold first-letter:uppercase">{{ key }}</p>
                <label class="grid grid-cols-[130px_1fr] items-center gap-2"
                  >stands at
                  <input
                    v-model="table.from"
                    class="field py-1! font-mono"
                    list="places"
                    :aria-invalid="Boolean(missingOf(key))"
                /></label>
                <label v-for="word in ours" :key="word" class="grid grid-cols-[130px_1fr] items-center gap-2"
                  >{{ word }} is
                  <input
                    v-model="table.words[word]"
                    class="field py-1! font-mono"
                    placeholder="their words, with commas"
                /></label>
                <label class="grid grid-cols-[130px_1fr] items-center gap-2"
                  >anything else is
                  <select v-model="table.otherwise" class="field py-1!">
                    <option value="">not known: keep it aside</option>
                    <option v-for="word in ours" :key="word">{{ word }}</option>
                  </select></label
                >
                <p v-if="missingOf(key)" class="text-tiny text-call">{{ missingOf(key) }}</p>
              </div>
            </div>
          </fieldset>
          <section
            class="mt-4 border border-line bg-sheet p-3"
            aria-live="polite"
            aria-label="What becomes of the sample"
          >
            <p v-if="sample.trim() === ''" class="text-ink-2">Paste a sample, and what becomes of it shows here.</p>
            <p v-else-if="wrong" class="font-semibold text-call">{{ wrong.at }} {{ wrong.message }}</p>
            <template v-else-if="tried">
              <p :class="tried.missing.length ? 'font-semibold text-call' : 'font-semibold text-calm'">
                {{
                  tried.missing.length
                    ? `Something is missing: ${tried.missing.map((one) => one.field).join(', ')}.`
                    : `It becomes ${plural(tried.signals.length, 'signal')}.`
                }}
              </p>
              <ul v-if="tried.missing.length" class="text-small">
                <li v-for="(one, i) in tried.missing" :key="i">{{ one.field }}: {{ one.message }}</li>
              </ul>
              <dl v-for="(signal, i) in tried.signals" :key="i" class="mt-2 grid grid-cols-[110px_1fr] text-small">
                <template v-for="(value, field) in signal" :key="field"
                  ><dt class="text-ink-2">{{ field }}</dt>
                  <dd class="font-mono break-all">
                    {{ typeof value === 'object' ? JSON.stringify(value) : value }}
                  </dd></template
                >
              </dl>
            </template>
          </section>
          <div class="mt-4 flex flex-wrap items-end gap-3 text-small">
            <label class="block"
              >Name <input v-model="name" class="field" required maxlength="120" :disabled="!mayEdit"
            /></label>
            <label class="block" title="Above it, this source gets 429"
              >Signals a minute, at most
              <input
                v-model="limit"
                type="number"
                min="1"
                class="field w-36!"
                placeholder="no limit"
                :disabled="!mayEdit"
            /></label>
            <label class="block"
              >Team, where the item has none
              <select v-model="team" class="field" :disabled="!mayEdit">
                <option value="">none</option>
                <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select></label
            >
            <ActButton v-if="mayEdit" main type="submit" :busy="action.busy.value">Save</ActButton>
            <span role="status" class="text-calm">{{ said }}</span>
          </div>
          <TroubleNote
            :text="
              action.errors.value.version ??
              action.errors.value.mapping ??
              action.errors.value.action ??
              action.errors.value.per_minute
            "
            class="mt-2"
          />
        </form>

        <section v-if="unmapped.length" class="mt-6" aria-labelledby="not-mapped">
          <div class="mb-1 flex items-baseline gap-3">
            <h2 id="not-mapped">Kept because it does not map ({{ source.unmapped }})</h2>
            <ActButton
              v-if="mayEdit"
              :busy="again.busy.value"
              @click="again.send(`/sources/${encodeURIComponent(source.id)}/again`, {})"
              >Process them again</ActButton
            >
          </div>
          <details v-for="one in unmapped" :key="one.id" class="row-rule py-1 text-small">
            <summary>{{ clockTime(one.at) }}: {{ one.why[0]?.field }}: {{ one.why[0]?.message }}</summary>
            <pre class="mt-1 overflow-x-auto bg-shade p-2 font-mono text-tiny whitespace-pre-wrap">{{
              one.payload
            }}</pre>
            <button v-if="mayEdit" type="button" class="link" @click="samplePayload(one.payload)">
              Use it as the sample
            </button>
          </details>
        </section>
      </div>
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
          <ActButton
            v-if="mayEdit"
            class="mt-2"
            @click="action.send(`/sources/${encodeURIComponent(source.id)}/token`, {})"
            >{{ source.has_token ? 'Make a new token; the old one stops' : 'Make a token' }}</ActButton
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
          <p v-if="errorsTold.length === 0" class="text-small text-ink-2">Nothing.</p>
          <ul class="text-small">
            <li v-for="one in errorsTold" :key="one.id" class="row-rule py-1">
              <span class="font-mono text-tiny text-ink-2">{{ clockTime(one.at) }}</span> {{ one.what }}
            </li>
          </ul>
        </section>
      </div>
    </div>
  </AppShell>
</template>
