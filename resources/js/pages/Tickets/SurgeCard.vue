<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { SurgeLine } from '@/lib/shapes';
import { plural } from '@/lib/states';

/** More people report a service than usual: these belong to something that is under way, are an incident, or are none. */
const props = defineProps<{ surge: SurgeLine; selected?: boolean; mayLink: boolean; mayDeclare: boolean }>();
defineEmits<{ declare: [] }>();
const action = useAction();
const link = (): void => {
  const to = props.surge.probably;
  if (to) action.send(`/surges/${props.surge.id}/link`, { tickets: to.tickets, incident: to.id });
};
defineExpose({ link });
</script>

<template>
  <article
    class="rounded-edge border border-l-[5px] border-l-call bg-sheet px-3 py-2.5"
    :class="selected ? 'border-ink' : 'border-line'"
  >
    <h3>
      {{ plural(surge.count, 'report') }} on {{ surge.service }};
      {{ surge.usual < 0.5 ? 'none would be usual' : `usual is ${surge.usual}` }}
    </h3>
    <p class="text-small text-ink-2">
      Since <TimeAgo :at="surge.began_at" /><template v-if="surge.places.length"
        >, from {{ surge.places.slice(0, 4).join(', ')
        }}{{ surge.places.length > 4 ? ` and ${surge.places.length - 4} more` : '' }}</template
      >.
      <template v-if="surge.probably"
        >{{ surge.probably.tickets.length }} of {{ surge.reports.length }} fit {{ surge.probably.ref }}
        {{ surge.probably.title }}.</template
      >
    </p>
    <ul class="mt-1 text-small">
      <li v-for="(one, i) in surge.says" :key="i" class="truncate">“{{ one }}”</li>
    </ul>
    <div v-if="mayLink || mayDeclare" class="mt-2 flex flex-wrap items-center gap-2">
      <ActButton v-if="surge.probably && mayLink" main shortcut="s" :busy="action.busy.value" @click="link"
        >Link {{ surge.probably.tickets.length }} to {{ surge.probably.ref }}</ActButton
      >
      <ActButton v-if="mayDeclare" :main="!surge.probably" @click="$emit('declare')">Declare incident</ActButton>
      <WhyForm
        v-if="mayLink"
        words="It is none…"
        :about="`about ${surge.service}`"
        question="Why it is no surge"
        button="Dismiss it"
        :url="`/surges/${surge.id}/dismiss`"
      />
    </div>
    <TroubleNote :text="action.errors.value.action ?? action.errors.value.incident" class="mt-1" />
  </article>
</template>
