<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import AudienceForm from '@/pages/Updates/AudienceForm.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { AudienceRow } from '@/lib/shapes';

/** Who is told of which incidents without having asked, and who must say that they have read it. */
const props = defineProps<{
  audiences: AudienceRow[];
  people: { id: string; name: string }[];
  teams: { id: string; name: string }[];
  services: string[];
  places: string[];
  versions: { version: string; words: string }[];
}>();
const action = useAction();
const editing = ref<number | 'new' | null>(null);
const names = (ids: string[], all: { id: string; name: string }[]): string[] =>
  ids.map((id) => all.find((one) => one.id === id)?.name ?? id);
const who = (one: AudienceRow): string =>
  [...names(one.teams, props.teams), ...names(one.people, props.people)].join(', ');
const when = (one: AudienceRow): string =>
  [
    one.priority === null ? '' : one.priority === 1 ? 'priority 1' : `priority ${one.priority} or more urgent`,
    one.tier === null ? '' : `a service of tier ${one.tier} or above`,
    one.services.join(' or '),
    one.places.length ? `at ${one.places.join(' or ')}` : '',
    one.reports === null ? '' : `${one.reports} reports or more`,
  ]
    .filter((part) => part !== '')
    .join(', ') || 'every incident of which people are told';
const drop = (one: AudienceRow): void => action.send(`/settings/audiences/${one.id}/drop`, {});
</script>

<template>
  <AppShell title="Audiences" :follows="{ 'audience.': ['audiences'] }">
    <div class="min-h-0 max-w-3xl overflow-y-auto p-4">
      <h1>Audiences</h1>
      <p class="mb-3 text-ink-2">
        These people are told of updates without having asked, at the address of their account. Who answers for a
        service that is hit is told in any case. Whoever must know is asked to say that they have read it; who has not
        stands in the incident's room.
      </p>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="mb-3" />
      <p v-if="audiences.length === 0" class="text-small text-ink-2">None yet.</p>
      <ul>
        <li v-for="one in audiences" :key="one.id" class="row-rule py-2">
          <AudienceForm v-if="editing === one.id" v-bind="props" :audience="one" @close="editing = null" />
          <template v-else>
            <p class="flex flex-wrap items-baseline gap-x-3">
              <strong>{{ one.name }}</strong>
              <span v-if="one.mustKnow" class="text-small font-semibold">must know</span>
              <span class="ml-auto flex gap-3 text-small">
                <button type="button" class="link min-h-6" @click="editing = one.id">
                  Change<span class="sr-only"> {{ one.name }}</span>
                </button>
                <button type="button" class="link min-h-6" @click="drop(one)">
                  Drop<span class="sr-only"> {{ one.name }}</span>
                </button>
              </span>
            </p>
            <p class="text-small">{{ who(one) }}</p>
            <p class="text-small text-ink-2">
              Told of {{ when(one) }}, in the words for
              {{ versions.find((each) => each.version === one.reads)?.words.toLowerCase()
              }}<template v-if="one.every !== null">, at least every {{ one.every }} minutes</template>.
            </p>
          </template>
        </li>
      </ul>
      <AudienceForm v-if="editing === 'new'" v-bind="props" @close="editing = null" />
      <p v-else class="mt-3"><ActButton @click="editing = 'new'">Add an audience</ActButton></p>
    </div>
  </AppShell>
</template>
