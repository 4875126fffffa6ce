<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import { plural, stateWords } from '@/lib/states';
import type { UnsaidService } from '@/lib/types';

/** Outsiders were told better than is known: what they read meanwhile is a decision. */
defineProps<{ services: UnsaidService[]; selected: boolean; mayAct: boolean }>();
defineEmits<{ declare: [service: UnsaidService] }>();
const action = useAction();
</script>

<template>
  <article
    class="rounded-edge border border-l-[5px] border-l-call bg-sheet px-3 py-2.5"
    :class="selected ? 'border-ink' : 'border-line'"
  >
    <h3>
      The <a href="/status" class="link">status page</a> is behind:
      {{ plural(services.length, 'service is', 'services are') }} worse than published
    </h3>
    <ul>
      <li v-for="one in services" :key="one.name" class="row-rule flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
        <StateMark :state="one.state" :size="20" />
        <span class="min-w-48 flex-1 text-small"
          ><strong>{{ one.name }}</strong> is {{ stateWords[one.state] }};
          {{ one.published === 'up' ? 'nothing was published' : `outsiders read “${stateWords[one.published]}”` }}
        </span>
        <template v-if="mayAct">
          <Link
            v-if="one.incident"
            :href="`/incidents/${one.incident.id}#say`"
            class="rounded-edge border-[1.5px] border-ink px-3 py-1 font-semibold"
            >Write update, {{ one.incident.ref }}</Link
          >
          <ActButton v-else @click="$emit('declare', one)">Declare incident</ActButton>
          <ActButton
            :busy="action.busy.value"
            :aria-label="`Say that we are looking into ${one.name}`"
            @click="action.send('/status/doubts', { name: one.name, state: one.state, admit: true })"
            >Say we are looking into it</ActButton
          >
          <WhyForm
            words="Page is right…"
            :about="`about ${one.name}`"
            question="Why the status page is right"
            button="Keep the page as it is"
            url="/status/doubts"
            :data="{ name: one.name, state: one.state, admit: false }"
          />
        </template>
      </li>
    </ul>
    <p class="text-tiny text-ink-2">
      Until then the page makes no claim about
      {{ services.length === 1 ? 'it' : 'them' }}, and does not say that everything works.
    </p>
    <TroubleNote :text="action.errors.value.name ?? action.errors.value.action" />
  </article>
</template>
