<script setup lang="ts">
import WhenField from '@/components/WhenField.vue';
import { Link } from '@inertiajs/vue3';
import { useDebounceFn } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import HoursField from '@/components/HoursField.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import type { Course, Policy } from '@/pages/Paging/policy';
import PolicyCourse from '@/pages/Paging/PolicyCourse.vue';
import PolicyPatience from '@/pages/Paging/PolicyPatience.vue';
import PolicyStep from '@/pages/Paging/PolicyStep.vue';

/** A team's escalation policy, and beside it what it would do now if nobody answered. */
const props = defineProps<{
  team: { id: string; name: string };
  policies: { id: number; name: string; for: string }[];
  policy: Policy;
  services: { id: string; name: string }[];
  urgencies: { value: string; meaning: string }[];
  course: Course | null;
  rotas: { id: string; name: string }[];
  people: { id: string; name: string }[];
  mayEdit: boolean;
  running: number;
}>();
const action = useAction();
const copy = (): Policy => JSON.parse(JSON.stringify(props.policy)) as Policy;
const edited = ref(copy());
const course = ref(props.course);
const trouble = ref<string | null>(null);
/** The moment and the urgency for which the course beside is worked out. */
const at = ref('');
const urgency = ref('now');
const isChanged = computed(() => JSON.stringify(edited.value) !== JSON.stringify(props.policy));
const isNew = computed(() => edited.value.id === null && props.policies.length > 0);
const another = (): void => {
  edited.value = { ...copy(), id: null, name: `${props.team.name}, another` };
};
const dropping = useAction();
watch(
  () => props.policy,
  (policy, before) => {
    if (policy.id !== before.id || JSON.stringify(edited.value) === JSON.stringify(before)) edited.value = copy();
  },
);
watch(
  () => props.course,
  (now) => {
    // A rota that changed changes the plan of the policy as it is saved; of one that is being edited it is worked out anew.
    if (isChanged.value || at.value || urgency.value !== 'now') void look();
    else course.value = now;
  },
);
let asked = 0;
const look = useDebounceFn(async () => {
  const mine = ++asked;
  if (edited.value.steps.some((step) => step.targets.length === 0) || edited.value.steps.length === 0) {
    trouble.value = 'Choose whom each step calls to see what a call would do.';
    return;
  }
  const answer = await ask<Course>(`/policies/${props.team.id}/dry-run`, {
    rounds: edited.value.rounds,
    steps: edited.value.steps,
    // Typed on the reader's clock, on which the answer is shown.
    at: at.value ? new Date(at.value).toISOString() : null,
    urgency: urgency.value,
  });
  if (mine !== asked) return;
  trouble.value = answer.error?.message ?? null;
  course.value = answer.value;
}, 250);
watch(
  [edited, at, urgency],
  () => {
    // A plan that no longer holds is not left standing while the new one is worked out.
    course.value = null;
    trouble.value = null;
    void look();
  },
  { deep: true },
);
const move = (i: number, by: number): void => {
  const [step] = edited.value.steps.splice(i, 1);
  if (step) edited.value.steps.splice(i + by, 0, step);
};
const save = (): void =>
  action.send(`/policies/${props.team.id}`, { ...edited.value } as never, () => (edited.value = copy()));
const wrong = computed(() => Object.values(action.errors.value)[0] ?? trouble.value ?? undefined);
</script>

<template>
  <AppShell :title="`Policy of ${team.name}`" :follows="{ 'policy.': ['policy', 'course'], 'rota.': ['course'] }">
    <div
      class="grid min-h-0 flex-1 gap-6 overflow-y-auto p-4 lg:grid-cols-[minmax(0,1fr)_400px]"
      tabindex="0"
      role="region"
      aria-label="Escalation policy"
    >
      <form @submit.prevent="save">
        <h1 class="mb-1">When {{ team.name }} is called</h1>
        <p class="mb-3 text-small text-ink-2">
          <Link :href="`/on-call/${team.id}`" class="link">Its rota</Link>.
          <template v-if="running">A running call keeps the policy it started with.</template>
        </p>
        <ul v-if="policies.length > 1" class="mb-3 flex flex-wrap gap-x-5 gap-y-1 text-small" aria-label="Policies">
          <li v-for="one in policies" :key="one.id">
            <Link
              :href="`/policies/${team.id}?policy=${one.id}`"
              :aria-current="one.id === policy.id ? 'true' : undefined"
              :class="one.id === policy.id ? 'border-b-2 border-ink font-bold' : 'link'"
              preserve-scroll
              >{{ one.name }}</Link
            >
            <span class="text-ink-2">, for {{ one.for }}</span>
          </li>
        </ul>
        <TroubleNote :text="wrong" />
        <fieldset v-if="mayEdit" class="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2 text-small">
          <legend class="mb-1 font-semibold text-ink-2">{{ isNew ? 'Add a policy' : 'What it is for' }}</legend>
          <label
            >Name <input v-model="edited.name" class="field inline-block! w-56! py-1" maxlength="80" required
          /></label>
          <label
            >Service
            <select v-model="edited.service_id" class="field inline-block! w-44! py-1">
              <option :value="null">any</option>
              <option v-for="one in services" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <span role="group" aria-label="Urgency, none chosen is any" class="flex gap-3">
            <label v-for="one in urgencies" :key="one.value" class="flex items-center gap-1"
              ><input v-model="edited.urgencies" type="checkbox" :value="one.value" />{{ one.meaning }}</label
            >
          </span>
          <HoursField v-model="edited.hours" />
        </fieldset>
        <ol>
          <PolicyStep
            v-for="(step, i) in edited.steps"
            :key="i"
            :step="step"
            :place="i + 1"
            :of="edited.steps.length"
            :rotas="rotas"
            :people="people"
            :may-edit="mayEdit"
            @change="(next) => edited.steps.splice(i, 1, next)"
            @move="(by) => move(i, by)"
            @drop="edited.steps.splice(i, 1)"
          />
        </ol>
        <PolicyPatience
          v-if="mayEdit"
          v-model:patience="edited.patience_seconds"
          v-model:answer="edited.answer_seconds"
        />
        <div v-if="mayEdit" class="flex flex-wrap items-end gap-4">
          <button type="button" class="link text-small" @click="edited.steps.push({ targets: [], wait_seconds: 300 })">
            Add a step
          </button>
          <label class="text-small"
            >Rounds
            <input
              v-model.number="edited.rounds"
              class="field inline-block! w-16! py-1"
              type="number"
              min="1"
              max="20"
              required
          /></label>
          <ActButton main type="submit" :busy="action.busy.value" :disabled="!isChanged">Save the policy</ActButton>
          <button v-if="isChanged" type="button" class="link text-small" @click="edited = copy()">Undo</button>
          <button v-if="!isNew && policy.id" type="button" class="link ml-auto text-small" @click="another">
            Add a policy for other hours, urgency or service
          </button>
          <button
            v-if="policies.length > 1 && policy.id && !isNew"
            type="button"
            class="link text-small"
            @click="dropping.send(`/policies/${team.id}/${policy.id}/drop`, {})"
          >
            Delete this policy
          </button>
        </div>
        <p v-else class="text-small text-ink-2">Repeated {{ policy.rounds }} times.</p>
      </form>
      <section aria-label="What it would do now">
        <h2 class="mb-1">If called now and nobody answered</h2>
        <p class="mb-2 flex flex-wrap items-end gap-3 text-small">
          <label>at <WhenField v-model="at" /></label>
          <label
            >for what
            <select v-model="urgency" class="field inline-block! w-40! py-1">
              <option v-for="one in urgencies" :key="one.value" :value="one.value">{{ one.meaning }}</option>
            </select></label
          >
          <span v-if="!at" class="text-ink-2">Now.</span>
        </p>
        <p v-if="!course" class="text-small text-ink-2">
          {{
            policies.length || isChanged
              ? trouble
                ? ''
                : 'Working out what a call would do…'
              : 'There is no policy yet: nobody would be called.'
          }}
        </p>
        <PolicyCourse v-else :course="course" />
      </section>
    </div>
  </AppShell>
</template>
