<script setup lang="ts">
import WhenField from '@/components/WhenField.vue';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { clockOf, instantOf, lasting, localOf, presently } from '@/lib/time';
import type { Effect, Turn } from '@/pages/Rota/rota';

/** Takes a stretch, or asks somebody to swap; what that changes is seen first. */
const props = defineProps<{
  rota: string;
  zone: string;
  kind: 'take' | 'swap';
  turn: Turn;
  people: { id: string; name: string }[];
  me: string;
  mayArrange: boolean;
  isMine: boolean;
}>();
const clockTime = clockOf(props.zone);
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const from = ref(localOf(Math.max(props.turn.from, Math.floor(presently() / 60_000) * 60_000), props.zone));
const to = ref(localOf(props.turn.to, props.zone));
const person = ref(props.isMine ? props.me : '');
const other = ref('');
const why = ref('');
const effect = ref<Effect | null>(null);
const trouble = ref<string | null>(null);
const iso = (text: string): string => (text === '' ? '' : new Date(instantOf(text, props.zone)).toISOString());
const data = computed(() => ({
  from: iso(from.value),
  to: iso(to.value),
  ...(props.kind === 'swap' ? { with: other.value } : { person: person.value }),
}));
const isReady = computed(
  () => from.value !== '' && to.value !== '' && (props.kind === 'take' ? person.value : other.value) !== '',
);
let asked = 0;
const look = useDebounceFn(async () => {
  const mine = ++asked;
  if (!isReady.value) return;
  const answer = await ask<Effect>(
    `/on-call/${props.rota}/effect?${new URLSearchParams(data.value as Record<string, string>)}`,
  );
  if (mine !== asked) return;
  effect.value = answer.value;
  trouble.value = answer.error?.message ?? null;
}, 200);
watch(data, () => void look(), { immediate: true });
const save = (): void =>
  action.send(
    `/on-call/${props.rota}/${props.kind}`,
    props.kind === 'swap' ? { ...data.value, why: why.value } : data.value,
    () => emit('close'),
  );
/** Somebody else is put on call, rather than oneself. */
const putsOther = computed(() => person.value !== '' && person.value !== props.me);
const whom = computed(() => props.people.find((one) => one.id === person.value)?.name ?? 'somebody');
const wrong = computed(() => Object.values(action.errors.value)[0] ?? trouble.value ?? undefined);
</script>

<template>
  <SideSheet
    open
    :title="kind === 'swap' ? 'Swap turns' : isMine && person === me ? 'Take it' : 'Put someone on call'"
    @close="emit('close')"
  >
    <form class="grid gap-3" @submit.prevent="save">
      <TroubleNote :text="wrong" />
      <div class="grid grid-cols-2 gap-3">
        <label>From <WhenField v-model="from" required /></label>
        <label>Until <WhenField v-model="to" required /></label>
      </div>
      <label v-if="kind === 'swap'"
        >With
        <select v-model="other" class="field" required data-first>
          <option value="" disabled>Choose whom to ask</option>
          <option v-for="one in people.filter((p) => p.id !== me)" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <span class="text-tiny text-ink-2"
          >Within this time your turns become theirs and theirs yours: make it span both.</span
        ></label
      >
      <label v-else-if="mayArrange"
        >Who
        <select v-model="person" class="field" required>
          <option value="" disabled>Choose someone</option>
          <option v-if="!people.some((p) => p.id === me)" :value="me">I</option>
          <option v-for="one in people" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label v-if="kind === 'swap'">Why <input v-model="why" class="field" maxlength="300" /></label>
      <div v-if="effect && isReady" class="border border-line bg-sheet p-2 text-small" role="status">
        <p v-if="effect.changes.length === 0">This changes nothing.</p>
        <ul v-else>
          <li v-for="change in effect.changes" :key="change.from">
            {{ clockTime(change.from) }} to {{ clockTime(change.to) }}: <strong>{{ change.is ?? 'nobody' }}</strong>{{
              change.was ? ` instead of ${change.was}` : ', where nobody is on call'
            }}
          </li>
        </ul>
        <p v-if="effect.uncovered_after > 0" class="font-semibold text-call">
          Nobody for {{ lasting(effect.uncovered_after) }} within it.
        </p>
        <p v-else-if="effect.uncovered_before > 0">This closes a gap of {{ lasting(effect.uncovered_before) }}.</p>
      </div>
      <p>
        <ActButton main type="submit" :busy="action.busy.value" :disabled="!isReady || effect?.changes.length === 0">{{
          kind === 'swap'
            ? 'Ask to swap'
            : effect?.changes.length
              ? `${putsOther ? `Put ${whom} on call for` : 'Take'} ${lasting(effect.changes.reduce((sum, one) => sum + one.to - one.from, 0))}`
              : putsOther
                ? `Put ${whom} on call`
                : 'Take it'
        }}</ActButton>
      </p>
      <p class="text-tiny text-ink-2">Everyone affected is told by email.</p>
    </form>
  </SideSheet>
</template>
