<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { clockTime, lasting, millis, remaining, useNow } from '@/lib/time';
import type { IncidentLine } from '@/lib/types';

const props = defineProps<{ incident: IncidentLine }>();
const now = useNow();
const owed = computed(() => (props.incident.next_update_at ? millis(props.incident.next_update_at) - now.value : null));
</script>

<template>
  <Link
    :href="`/incidents/${incident.id}`"
    class="row-rule grid grid-cols-[26px_1fr_auto] items-center gap-2.5 py-2 pr-3 pl-2 hover:bg-shade md:grid-cols-[26px_1fr_150px_112px]"
  >
    <StateMark :state="incident.state" :size="20" />
    <span class="min-w-0">
      <strong v-if="incident.major_at" class="mr-1 border-2 border-ink px-1 text-tiny">Major</strong>
      <span class="font-semibold">{{ incident.title }}</span>
      <span class="ml-1 font-mono text-tiny text-ink-3">{{ incident.ref }}, priority {{ incident.priority }}</span>
      <span class="block text-tiny text-ink-2"
        >{{ incident.part_of ? `Part of IN-${String(incident.part_of).padStart(4, '0')}. ` : ''
        }}{{ incident.stands }}</span
      >
    </span>
    <span class="text-tiny text-ink-2 max-md:hidden">
      <template v-if="owed !== null">
        {{ owed < 0 ? 'update overdue' : 'next update owed' }}
        <span class="block font-mono text-small font-semibold" :class="owed < 600_000 ? 'text-call' : 'text-ink'">{{
          owed < 0 ? `by ${remaining(owed).slice(1)}` : `in ${remaining(owed)}`
        }}</span>
      </template>
      <template v-else-if="incident.resolved_at">
        restored
        <span class="block font-mono text-small font-semibold text-ink">{{ clockTime(incident.resolved_at) }}</span>
      </template>
    </span>
    <span class="text-right text-tiny text-ink-2">
      <span class="block font-mono text-small font-semibold text-ink">{{
        lasting((incident.resolved_at ? millis(incident.resolved_at) : now) - millis(incident.started_at))
      }}</span>
      {{ incident.resolved_at ? 'in all' : 'since start' }}
    </span>
  </Link>
</template>
