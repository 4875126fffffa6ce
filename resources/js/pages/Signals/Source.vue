<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import { lasting, useNow } from '@/lib/time';
import MappingFields from '@/pages/Signals/MappingFields.vue';
import {
  formOf,
  mappingOf,
  type Heartbeat,
  type SourceLine,
  type SourceMinute,
  type Tried,
  type Unmapped,
} from '@/pages/Signals/source';
import SourceAside from '@/pages/Signals/SourceAside.vue';
import TriedSample from '@/pages/Signals/TriedSample.vue';
import UnmappedList from '@/pages/Signals/UnmappedList.vue';

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
  minutes: SourceMinute[];
  errorsTold: { id: number; at: number; what: string }[];
  unmapped: Unmapped[];
  heartbeats: Heartbeat[];
  teams: { id: string; name: string }[];
}>();
const shared = useShared();
const action = useAction();
const now = useNow();
const mayEdit = computed(() => shared.value.me?.coordinates ?? false);
const name = ref(props.source.name);
const limit = ref(props.source.per_minute === null ? '' : String(props.source.per_minute));
const team = ref(props.source.team ?? '');
const sample = ref(props.source.sample ?? '');
const form = ref(formOf(props.source.mapping));
const base = ref(props.source.version);
const said = ref('');

const tried = ref<Tried | null>(null);
const wrong = ref<{ at: string; message: string } | null>(null);
let timer = 0;
const tryIt = async (): Promise<void> => {
  if (sample.value.trim() === '') {
    tried.value = wrong.value = null;
    return;
  }
  const asked = { mapping: mappingOf(form.value), sample: sample.value };
  const answer = await ask<Tried>(`/sources/${encodeURIComponent(props.source.id)}/try`, asked);
  // What came for an older mapping says nothing of this one.
  if (JSON.stringify(asked) !== JSON.stringify({ mapping: mappingOf(form.value), sample: sample.value })) return;
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
            <MappingFields v-model:form="form" v-model:sample="sample" :missing="tried?.missing ?? []" />
          </fieldset>
          <TriedSample :is-empty="sample.trim() === ''" :wrong="wrong" :tried="tried" />
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

        <UnmappedList
          v-if="unmapped.length"
          :source="source"
          :unmapped="unmapped"
          :may-edit="mayEdit"
          @sample="samplePayload"
        />
      </div>
      <SourceAside
        :source="source"
        :token="token"
        :minutes="minutes"
        :errors="errorsTold"
        :heartbeats="heartbeats"
        :may-edit="mayEdit"
      />
    </div>
  </AppShell>
</template>
