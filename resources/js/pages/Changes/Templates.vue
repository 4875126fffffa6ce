<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { TemplateLine } from '@/lib/shapes';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';

/** Templates of standard changes: what was agreed on once, how it went since, and what waits for agreement. */
const props = defineProps<{ templates: TemplateLine[] }>();
const shared = useShared();
const action = useAction();
const mayPlan = computed(() => shared.value.me?.may.includes('plan-changes') ?? false);
const mayWithdraw = computed(() => shared.value.me?.may.includes('run-incidents') ?? false);
const groups = computed(() =>
  [
    { words: 'Wait for agreement', all: props.templates.filter((one) => !one.agreed && !one.withdrawn) },
    { words: 'Agreed on', all: props.templates.filter((one) => one.agreed && !one.withdrawn) },
    { words: 'Withdrawn', all: props.templates.filter((one) => one.withdrawn) },
  ].filter((group) => group.all.length > 0),
);
</script>

<template>
  <AppShell title="Templates" :follows="{ 'change_template.': ['templates'], 'change.ended': ['templates'] }">
    <div class="min-h-0 max-w-4xl overflow-y-auto p-4" tabindex="0" role="region" aria-label="Templates">
      <h1>Templates of standard changes</h1>
      <p class="mb-3 text-small text-ink-2">
        What is done again and again is agreed on once: a change that keeps to its template needs nobody's word any
        more. A template is made of a change that went well, on its page, and agreed on by a coordinator who did not
        make it.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-2" />
      <p v-if="templates.length === 0" class="border border-line bg-sheet p-4 text-ink-2">
        There is none yet. Open a change that is done, and make a template of it.
      </p>
      <section v-for="group in groups" :key="group.words" class="mt-4">
        <h2>{{ group.words }}</h2>
        <ul>
          <li v-for="one in group.all" :key="one.id" class="row-rule py-2">
            <p class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
              <strong>{{ one.title }}</strong>
              <span class="text-small text-ink-2"
                >{{ one.team ?? 'any team' }}, {{ one.minutes }} min at most,
                {{ plural(one.steps.length, 'step') }}</span
              >
              <span class="ml-auto flex items-baseline gap-3">
                <ActButton
                  v-if="one.mayAgree && !one.agreed && !one.withdrawn"
                  main
                  :busy="action.busy.value"
                  @click="action.send(`/changes/templates/${one.id}/agree`, {})"
                  >Agree<span class="sr-only"> on {{ one.title }}</span></ActButton
                >
                <Link
                  v-if="mayPlan && one.agreed && !one.withdrawn"
                  :href="`/changes/new?template=${one.id}`"
                  class="link inline-block min-h-6 text-small"
                  >Plan one<span class="sr-only"> of {{ one.title }}</span></Link
                >
                <WhyForm
                  v-if="mayWithdraw && !one.withdrawn"
                  words="Withdraw…"
                  :about="one.title"
                  question="Why"
                  button="Withdraw the template"
                  :url="`/changes/templates/${one.id}/withdraw`"
                />
              </span>
            </p>
            <p class="text-small">
              <template v-if="one.itemsOf"
                >Any {{ one.items.length === 1 ? 'one' : one.items.length }} of the kind “{{ one.itemsOf }}”</template
              >
              <template v-else>{{ one.items.map((item) => item.name).join(', ') }}</template>.
              {{ one.steps.join('; ') }}. Back: {{ one.backOut }}
            </p>
            <p class="text-small text-ink-2">
              Of
              <Link :href="`/changes/${one.from.id}`" class="link inline-block min-h-6">{{ one.from.ref }}</Link>, by
              {{ one.by
              }}<template v-if="one.agreed"
                >; agreed on by {{ one.agreed.by }}, <TimeAgo :at="one.agreed.at" :age="false" /></template
              ><template v-if="one.withdrawn">; withdrawn by {{ one.withdrawn.by }}: “{{ one.withdrawn.why }}”</template
              >.
              <template v-if="one.used"
                >Done {{ plural(one.used, 'time') }},
                <span :class="one.wrong ? 'font-semibold text-call' : ''">{{ one.wrong }} went wrong</span>.</template
              ><template v-else>Not used yet.</template>
            </p>
          </li>
        </ul>
      </section>
    </div>
  </AppShell>
</template>
