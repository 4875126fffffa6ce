<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import StateMark from '@/components/StateMark.vue';
import { plural, stateRank } from '@/lib/states';
import { clockTime, lasting, millis, useNow } from '@/lib/time';
import type { AlertGroup } from '@/lib/types';

const props = defineProps<{
  group: AlertGroup;
  selected: boolean;
  mayAct: boolean;
  /** Whether they may take and attach it, be it only for their team. */
  mayTake: boolean;
  mayAttach: boolean;
  waitMinutes: number;
  busy: boolean;
}>();
defineEmits<{ declare: []; attach: []; take: []; wait: [] }>();
const now = useNow();
const calls = computed(() => props.group.taken === null && props.group.tier <= 2 && stateRank[props.group.state] >= 2);
const named = computed(() => props.group.services.slice(0, 2));
const more = computed(() => props.group.services.length - named.value.length);
const key = (name: string): string | undefined => (props.selected ? name : undefined);
</script>

<template>
  <article
    class="grid grid-cols-[26px_1fr] gap-x-2.5 gap-y-2 rounded-edge border bg-sheet py-2.5 pr-3 sm:grid-cols-[26px_1fr_auto]"
    :class="[calls ? 'border-l-[5px] border-l-call pl-1' : 'pl-2', selected ? 'border-ink' : 'border-line']"
  >
    <StateMark :state="group.state" :size="24" />
    <div class="min-w-0">
      <h3 class="line-clamp-2" :title="group.title">
        <Link :href="`/alerts/${group.lead}`" class="hover:underline">{{ group.title }}</Link>
      </h3>
      <p class="text-small text-ink-2">
        <strong class="text-ink">{{ plural(group.count, 'alert') }}</strong> from {{ plural(group.signals, 'signal') }}
        <span :title="group.since"
          >since {{ clockTime(group.since) }}, for {{ lasting(now - millis(group.since)) }}</span
        ><template v-if="group.flips > 0">, on and off ({{ plural(group.flips, 'time') }})</template>.
        <template v-if="group.services.length">
          Affects
          <template v-for="(service, i) in named" :key="service.id"
            ><template v-if="i > 0">{{ more > 0 ? ', ' : ' and ' }}</template
            ><Link :href="`/estate/${encodeURIComponent(service.id)}`" class="font-semibold text-ink hover:underline">{{
              service.name
            }}</Link>
            (tier {{ service.tier }})</template
          ><template v-if="more > 0">, {{ more }} more</template>.
        </template>
        <template v-else>No service is known to depend on it.</template>
      </p>
      <p v-if="group.after" class="text-small font-semibold text-call">
        Still firing after
        <Link :href="`/incidents/${group.after.id}`" class="link">{{ group.after.ref }}</Link> was resolved at
        {{ clockTime(group.after.at) }}.
      </p>
      <p v-if="group.suggested" class="text-small font-semibold text-call">Declare it: {{ group.suggested }}.</p>
      <p v-if="group.root" class="text-small text-ink-2">
        Common cause:
        <Link :href="`/estate/${encodeURIComponent(group.root.id)}`" class="font-semibold text-ink hover:underline">{{
          group.root.name
        }}</Link>, explains {{ group.root.explains }} of {{ group.root.of }}.
      </p>
      <p v-else-if="group.items.length" class="text-small text-ink-2">
        On
        <template v-for="(item, i) in group.items" :key="item.id"
          ><template v-if="i > 0">, </template
          ><Link :href="`/estate/${encodeURIComponent(item.id)}`" class="font-semibold text-ink hover:underline">{{
            item.name
          }}</Link></template
        >.
      </p>
      <p v-if="group.taken" class="text-small text-ink-2">
        {{ group.taken.by }} has it since {{ clockTime(group.taken.at) }}.
      </p>
    </div>
    <div
      v-if="mayTake"
      class="col-start-2 flex flex-wrap content-start items-start justify-end gap-1.5 sm:col-start-3 sm:w-[262px]"
    >
      <Link
        v-if="mayAct && group.after"
        :href="`/incidents/${group.after.id}#reopen`"
        class="rounded-edge border-[1.5px] border-ink px-3 py-1 font-semibold"
        >Reopen {{ group.after.ref }}</Link
      >
      <ActButton v-if="mayAct" :main="selected" :shortcut="key('d')" @click="$emit('declare')"
        >Declare incident</ActButton
      >
      <ActButton v-if="!group.taken" :shortcut="key('t')" :busy="busy" @click="$emit('take')">Take it</ActButton>
      <ActButton v-if="mayAttach && selected" :shortcut="key('a')" @click="$emit('attach')">Attach</ActButton>
      <ActButton v-if="mayAct && selected" :shortcut="key('w')" :busy="busy" @click="$emit('wait')"
        >Wait {{ waitMinutes }} min</ActButton
      >
    </div>
  </article>
</template>
