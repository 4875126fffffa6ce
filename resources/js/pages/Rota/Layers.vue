<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { plural } from '@/lib/states';
import { clockOf, lasting } from '@/lib/time';
import LayerForm from '@/pages/Rota/LayerForm.vue';
import TurnBand from '@/pages/Rota/TurnBand.vue';
import { layerOf, type Change, type Layer, type Turn } from '@/pages/Rota/rota';

/** The layers of a rota, with what a change makes of the next weeks before it is saved. */
interface Preview {
  turns: Turn[];
  uncovered: number;
  changes: Change[];
  changed: number;
}
const props = defineProps<{
  rota: { id: string; name: string; time_zone: string; layers: Layer[]; version: number };
  people: { id: string; name: string }[];
  preview: Preview;
  myself: string;
}>();
const clockTime = clockOf(props.rota.time_zone);
const action = useAction();
const layers = ref<Layer[]>(JSON.parse(JSON.stringify(props.rota.layers)) as Layer[]);
const shown = ref(props.preview);
const trouble = ref<string | null>(null);
/** That of what is edited here. */
const base = props.rota.version;
const isChanged = computed(() => JSON.stringify(layers.value) !== JSON.stringify(props.rota.layers));
let asked = 0;
const look = useDebounceFn(async () => {
  const mine = ++asked;
  const answer = await ask<Preview>(`/on-call/${props.rota.id}/layers/preview`, { layers: layers.value });
  if (mine !== asked) return;
  trouble.value = answer.error?.message ?? null;
  if (answer.value) shown.value = answer.value;
}, 250);
watch(layers, () => void look(), { deep: true });
const add = (): void => {
  layers.value.push(
    layerOf(
      layers.value.map((one) => one.name),
      props.rota.time_zone,
    ),
  );
};
const move = (i: number, by: number): void => {
  const [layer] = layers.value.splice(i, 1);
  if (layer) layers.value.splice(i + by, 0, layer);
};
const save = (): void =>
  action.send(`/on-call/${props.rota.id}/layers`, { layers: layers.value, version: base } as never);
const wrong = computed(() => Object.values(action.errors.value)[0] ?? trouble.value ?? undefined);
</script>

<template>
  <AppShell :title="`Layers of ${rota.name}`">
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[460px_minmax(0,1fr)]"
      tabindex="0"
      role="region"
      aria-label="Layers of the rota"
    >
      <form @submit.prevent="save">
        <h1 class="mb-1">{{ rota.name }}: who takes turns</h1>
        <p class="mb-3 text-small text-ink-2">
          Later layers override earlier ones. Times are those of {{ rota.time_zone }}.
          <Link :href="`/on-call/${rota.id}`" class="link">Back to the turns</Link>
        </p>
        <TroubleNote :text="wrong" />
        <p v-if="layers.length === 0" class="mb-2 border border-line bg-sheet p-3 text-small text-ink-2">
          Nobody is on call yet. Add a layer: who takes turns, from when, and how long.
        </p>
        <LayerForm
          v-for="(_, i) in layers"
          :key="i"
          v-model="layers[i]!"
          :people="people"
          :number="i + 1"
          :is-last="i + 1 === layers.length"
          @earlier="move(i, -1)"
          @later="move(i, 1)"
          @out="layers.splice(i, 1)"
        />
        <p class="flex flex-wrap items-center gap-4">
          <button type="button" class="link text-small" @click="add">Add a layer</button>
          <ActButton main type="submit" :busy="action.busy.value" :disabled="!isChanged || trouble !== null"
            >Save the layers</ActButton
          >
        </p>
      </form>
      <section aria-label="The next six weeks">
        <h2 class="mb-1">The next six weeks, as they would be</h2>
        <p class="mb-2 text-small" role="status">
          <strong v-if="shown.uncovered > 0" class="text-call">Nobody for {{ lasting(shown.uncovered) }}.</strong
          ><template v-else>Fully covered.</template>
          <template v-if="isChanged"> {{ plural(shown.changed, 'stretch', 'stretches') }} would change hands.</template>
        </p>
        <TurnBand :turns="shown.turns" :me="myself" :zone="rota.time_zone" />
        <ul v-if="isChanged" class="mt-2 text-small">
          <li v-for="change in shown.changes" :key="change.from" class="row-rule py-1">
            <span class="font-mono text-tiny">{{ clockTime(change.from) }} to {{ clockTime(change.to) }}</span
            >: <strong>{{ change.is ?? 'nobody' }}</strong> instead of {{ change.was ?? 'nobody' }}
          </li>
        </ul>
      </section>
    </div>
  </AppShell>
</template>
