<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import type { ServiceState, SubscriptionLine } from '@/lib/shapes';
import { stateWords } from '@/lib/states';
import { audienceWords } from '@/pages/Updates/audience';

/** What people will be told of a quiet time: what it takes down follows from the trace; what they do before is written. */
const props = defineProps<{ quiet: number }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
interface Hits {
  services: ServiceState[];
  places: string[];
  told: { channels: Partial<Record<SubscriptionLine['channel'], number>>; owners: string[] } | null;
}
const hits = ref<Hits | null>(null);
const told = computed(() => (hits.value?.told ? audienceWords(hits.value.told) : ''));
const trouble = ref('');
const [before, despite] = [ref(''), ref('')];
onMounted(async () => {
  const { value, error } = await ask<Hits>(`/quiet/${props.quiet}/announce`);
  hits.value = value;
  trouble.value = error?.message ?? '';
});
const announce = (): void =>
  action.send(`/quiet/${props.quiet}/announce`, { before: before.value, despite: despite.value || null }, () =>
    emit('close'),
  );
</script>

<template>
  <form class="mt-2 grid gap-3 border border-line bg-sheet p-3" @submit.prevent="announce">
    <TroubleNote :text="trouble || action.errors.value.action || action.errors.value.before" />
    <template v-if="hits">
      <p v-if="hits.services.length === 0">
        By the trace nobody outside notices this work: there is nothing to announce.
      </p>
      <template v-else>
        <ul class="text-small" aria-label="What it takes down">
          <li v-for="one in hits.services" :key="one.name" class="flex items-center gap-1">
            <StateMark :state="one.state" :size="16" :label="false" />{{ one.name }}: {{ stateWords[one.state] }}
          </li>
        </ul>
        <p v-if="hits.places.length" class="text-small">At {{ hits.places.join(', ') }}.</p>
        <p v-if="told" class="text-small">{{ told }}</p>
        <label class="font-semibold"
          >What people do before it begins
          <input
            v-model="before"
            class="field font-normal"
            maxlength="500"
            autofocus
            placeholder="Bring cash, or buy your ticket in advance"
        /></label>
        <label v-if="action.errors.value.despite" class="font-semibold"
          >Why it is right as it stands
          <input v-model="despite" class="field font-normal" maxlength="500" />
          <span class="text-tiny font-normal text-ink-2">{{ action.errors.value.despite }}</span></label
        >
      </template>
    </template>
    <p class="flex gap-3">
      <ActButton v-if="hits?.services.length" main type="submit" :busy="action.busy.value">Tell people of it</ActButton>
      <button type="button" class="link" @click="emit('close')">Cancel</button>
    </p>
  </form>
</template>
