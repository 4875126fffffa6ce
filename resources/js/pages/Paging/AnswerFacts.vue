<script setup lang="ts">
import { computed } from 'vue';
import StateMark from '@/components/StateMark.vue';
import { stateWords } from '@/lib/states';
import { clockTime, lasting, millis, useNow } from '@/lib/time';
import type { Facts, Way } from '@/pages/Paging/answer';

/** What somebody is told who was asleep: how bad, what, where, who else. */
const props = defineProps<Facts>();
const now = useNow();
const said: Record<Way, string> = { yes: 'said yes', later: 'said yes', no: 'said no', hand: 'hands it on' };
const worst = computed(() => props.services[0]?.state ?? 'at_risk');
const where = computed(() =>
  props.sites.length === 0
    ? null
    : props.sites.length <= 3
      ? props.sites.join(', ')
      : `${props.sites.length} sites: ${props.sites.slice(0, 3).join(', ')} …`,
);
</script>

<template>
  <dl class="grid gap-2.5">
    <div class="grid grid-cols-[30px_1fr] gap-x-3 border-y border-line py-2.5">
      <dt class="row-span-2 self-center">
        <span class="sr-only">How bad</span><StateMark :state="worst" :size="30" />
      </dt>
      <dd class="font-semibold">
        Priority {{ occasion.priority }}: {{ impact ? `${impact}, ` : '' }}{{ occasion.urgency }}
      </dd>
      <dd class="text-small text-ink-2">
        for {{ lasting((occasion.ended_at ? millis(occasion.ended_at) : now) - millis(begunAt))
        }}{{ stage ? `, ${stage.toLowerCase()}` : '' }}
      </dd>
    </div>
    <div v-if="services.length || occasion.service">
      <dt class="text-small text-ink-2">What is hit</dt>
      <dd v-if="services.length">
        <span v-for="(one, i) in services.slice(0, 4)" :key="one.id"
          ><template v-if="i > 0">, </template><strong>{{ one.name }}</strong> {{ stateWords[one.state] }}</span
        >
      </dd>
      <dd v-else>
        <strong>{{ occasion.service }}</strong>
      </dd>
    </div>
    <div v-if="where">
      <dt class="text-small text-ink-2">Where</dt>
      <dd class="font-semibold">{{ where }}</dd>
    </div>
    <div v-if="alertCount || mended.length">
      <dt class="text-small text-ink-2">Alerts, {{ alertCount }}</dt>
      <dd v-for="alert in alerts.slice(0, 3)" :key="alert.id" class="line-clamp-2 text-small">{{ alert.title }}</dd>
      <dd v-for="alert in mended" :key="alert.title" class="text-small text-ink-2">
        Since you were paged, a late signal
        {{ alert.withdrawn ? 'showed that there was no alert' : 'changed when this started' }}: {{ alert.title }}
      </dd>
    </div>
    <div>
      <dt class="text-small text-ink-2">Who else</dt>
      <dd class="text-small">
        {{ decides ?? 'Nobody yet' }} coordinates<template
          v-for="one in others.filter((other) => !other.me)"
          :key="one.name"
          >; {{ one.name }}, called {{ clockTime(one.at) }},
          {{ one.answer ? said[one.answer] : 'no answer yet' }}</template
        >.
      </dd>
    </div>
    <div v-if="bridge">
      <dt class="text-small text-ink-2">Everybody talks at</dt>
      <dd>
        <a class="link inline-block min-h-6 font-semibold" :href="`tel:${bridge.replace(/[^+0-9]/g, '')}`">{{
          bridge
        }}</a>
      </dd>
    </div>
    <div v-if="lastUpdate">
      <dt class="text-small text-ink-2">Outsiders were told</dt>
      <dd class="text-small">{{ lastUpdate }}</dd>
    </div>
  </dl>
</template>
