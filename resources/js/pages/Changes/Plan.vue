<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, useTemplateRef } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import type { PickedItem } from '@/components/ItemPicker.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhenField from '@/components/WhenField.vue';
import { useAction } from '@/lib/action';
import { useColleagues } from '@/lib/colleagues';
import type { PlanOfChange } from '@/lib/shapes';
import type { Named } from '@/lib/types';
import ItemList from '@/pages/Changes/ItemList.vue';
import PlanBand from '@/pages/Changes/PlanBand.vue';
import { usePlan } from '@/pages/Changes/planning';
import StepsField from '@/pages/Changes/StepsField.vue';
import WhatItDoes from '@/pages/Changes/WhatItDoes.vue';

/** A change is planned: what it takes down, when there is room, and what speaks against it are seen while one writes. */
const props = defineProps<{
  change: PlanOfChange | null;
  teams: Named[];
  kinds: { id: string; words: string }[];
  incident: { id: number; ref: string; title: string; team: string | null } | null;
  items: PickedItem[];
  like: PlanOfChange | null;
  /** A stretch of the calendar that was marked, in whose row. */
  marked: { from: number; to: number; team: string | null } | null;
}>();
const action = useAction();
const colleagues = useColleagues();
const { form, looked, trouble, sent, pick, moved, span, minutes } = usePlan(
  props.change,
  props.like,
  props.items,
  props.incident,
  props.marked,
);
const isAsked = computed(() => props.change?.state === 'asked' || props.change?.state === 'approved');
const [down, touched] = [useTemplateRef('down'), useTemplateRef('touched')];
const save = async (): Promise<void> => {
  const settled = await Promise.all([down.value?.settle(), touched.value?.settle()]);
  if (settled.includes(false)) return;
  action.send(props.change ? `/changes/${props.change.id}` : '/changes', {
    ...sent.value,
    incident: props.incident?.id ?? null,
  } as never);
};
const wrong = (field: string): string | undefined => action.errors.value[field];
/** What has no field of its own beside which it could stand. */
const other = computed(
  () => Object.entries(action.errors.value).find(([at]) => !['title', 'from', 'to'].includes(at))?.[1],
);
</script>

<template>
  <AppShell :title="change ? `Plan of ${change.ref}` : 'Plan a change'">
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_minmax(300px,440px)]"
      tabindex="0"
      role="region"
      aria-label="Plan"
    >
      <form class="grid max-w-3xl content-start gap-4" @submit.prevent="save">
        <h1>{{ change ? `Plan of ${change.ref}` : 'Plan a change' }}</h1>
        <p v-if="isAsked" class="border-2 border-call p-2 text-small" role="status">
          Others have been asked about this plan. If its time, items, steps or way back change, they are asked again.
        </p>
        <p v-if="incident" class="text-small text-ink-2">
          It is to mend <a :href="`/incidents/${incident.id}`" class="link">{{ incident.ref }} {{ incident.title }}</a
          >, and stands in its journal.
        </p>
        <p v-if="form.kind === 'standard'" class="text-small text-ink-2">
          <template v-if="(change ?? like)?.template"
            >It was agreed on in advance: its items, steps and way back stay as the template has them, and nobody is
            asked. What has to be otherwise is a normal change.</template
          ><template v-else
            >A standard change is planned from
            <Link href="/changes/templates" class="link">a template that was agreed on</Link>.</template
          >
        </p>
        <TroubleNote :text="other" />
        <label class="font-semibold"
          >What is changed
          <input v-model="form.title" class="field font-normal" maxlength="200" required autofocus />
          <TroubleNote :text="wrong('title')" />
        </label>
        <label class="font-semibold"
          >Kind
          <select v-model="form.kind" class="field font-normal">
            <option v-for="one in kinds" :key="one.id" :value="one.id">{{ one.words }}</option>
          </select></label
        >
        <div class="grid gap-4 sm:grid-cols-2">
          <ItemList
            ref="down"
            v-model="form.down"
            label="Takes down"
            hint="Away while it lasts. They open no alerts then."
          />
          <ItemList ref="touched" v-model="form.touched" label="Touches besides" hint="Worked on, and still there." />
        </div>
        <div class="grid gap-4 sm:grid-cols-2">
          <label class="font-semibold">From <WhenField v-model="form.from" required /></label>
          <label class="font-semibold"
            >To <WhenField v-model="form.to" required /><TroubleNote :text="wrong('to') ?? wrong('from')"
          /></label>
        </div>
        <PlanBand
          v-if="looked?.band"
          :band="looked.band"
          :span="span"
          :minutes="minutes"
          @pick="pick"
          @move="moved += $event"
        />
        <div class="grid gap-4 sm:grid-cols-2">
          <label class="font-semibold"
            >Who does it
            <select v-model="form.implementer" class="field font-normal">
              <option value="">Not settled yet</option>
              <option v-for="one in colleagues ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <label class="font-semibold"
            >Team
            <select v-model="form.team" class="field font-normal">
              <option value="">My own</option>
              <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
        </div>
        <label class="font-semibold"
          >Why it is done <textarea v-model="form.reason" rows="2" class="field font-normal" maxlength="2000" />
        </label>
        <StepsField v-model="form.steps" />
        <div class="grid gap-4 sm:grid-cols-[1fr_9rem]">
          <label class="font-semibold"
            >The way back <textarea v-model="form.backOut" rows="2" class="field font-normal" maxlength="2000" />
          </label>
          <label class="font-semibold"
            >Takes, in minutes
            <input v-model.number="form.backMinutes" type="number" min="1" max="10000" class="field font-normal" />
          </label>
        </div>
        <p class="flex gap-3">
          <ActButton main type="submit" :busy="action.busy.value">{{
            change ? (isAsked ? 'Keep it, and ask again if it matters' : 'Keep the plan') : 'Keep as a draft'
          }}</ActButton>
          <a :href="change ? `/changes/${change.id}` : '/changes'" class="link self-center">Cancel</a>
        </p>
      </form>
      <section aria-label="What it does">
        <TroubleNote :text="trouble" />
        <WhatItDoes v-if="looked" :looked="looked" may-pick @pick="pick" />
      </section>
    </div>
  </AppShell>
</template>
