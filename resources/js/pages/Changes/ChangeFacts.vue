<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import type { ChangeOnPage } from '@/lib/shapes';
import { clockTime, millis, useNow } from '@/lib/time';

/** What stands in the record of a change: on what, by whom, why, and the way back. */
const props = defineProps<{ change: ChangeOnPage }>();
const line = computed(() => props.change.line);
const now = useNow();
</script>

<template>
  <dl class="grid gap-x-4 gap-y-1 text-small sm:grid-cols-[9rem_1fr]">
    <template v-if="change.down.length">
      <dt class="text-ink-2">Takes down</dt>
      <dd>
        <template v-for="(item, i) in change.down" :key="item.id"
          >{{ i ? ', ' : ''
          }}<Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link inline-block min-h-6">{{
            item.name
          }}</Link></template
        >
      </dd>
    </template>
    <template v-if="change.touched.length">
      <dt class="text-ink-2">{{ line.recorded ? 'On' : 'Touches' }}</dt>
      <dd>
        <template v-for="(item, i) in change.touched" :key="item.id"
          >{{ i ? ', ' : ''
          }}<Link :href="`/estate/${encodeURIComponent(item.id)}`" class="link inline-block min-h-6">{{
            item.name
          }}</Link></template
        >
      </dd>
    </template>
    <template v-if="line.who"
      ><dt class="text-ink-2">Who does it</dt>
      <dd>{{ line.who }}</dd></template
    >
    <template v-if="change.author && change.author !== line.who"
      ><dt class="text-ink-2">Planned by</dt>
      <dd>{{ change.author }}</dd></template
    >
    <template v-if="change.template"
      ><dt class="text-ink-2">Template</dt>
      <dd>
        <Link href="/changes/templates" class="link inline-block min-h-6">{{ change.template.title }}</Link>
      </dd></template
    >
    <template v-if="line.team"
      ><dt class="text-ink-2">Team</dt>
      <dd>{{ line.team }}</dd></template
    >
    <template v-if="change.reason"
      ><dt class="text-ink-2">Why</dt>
      <dd>{{ change.reason }}</dd></template
    >
    <template v-if="change.backOut"
      ><dt class="text-ink-2">The way back</dt>
      <dd>{{ change.backOut }}</dd></template
    >
    <template v-if="change.turnBackBy"
      ><dt class="text-ink-2">Turn back by</dt>
      <dd>
        <strong :class="line.state === 'under-way' && millis(change.turnBackBy) < now + 600_000 ? 'text-call' : ''">{{
          clockTime(change.turnBackBy)
        }}</strong>
        at the latest, to be back in time
      </dd></template
    >
    <template v-if="change.told">
      <dt class="text-ink-2">Told by</dt>
      <dd>
        {{ change.told.source }}: {{ change.told.service
        }}<template v-if="change.told.environment">, {{ change.told.environment }}</template>
      </dd>
      <template v-if="change.told.version"
        ><dt class="text-ink-2">Version</dt>
        <dd>{{ change.told.version }}</dd></template
      >
      <template v-if="change.told.commits"
        ><dt class="text-ink-2">Commits</dt>
        <dd class="font-mono">{{ change.told.commits }}</dd></template
      >
      <template v-if="change.told.workItem"
        ><dt class="text-ink-2">Work item</dt>
        <dd>{{ change.told.workItem }}</dd></template
      >
    </template>
    <template v-if="change.review">
      <dt class="text-ink-2">Review</dt>
      <dd>
        <template v-if="change.review.at">“{{ change.review.text }}” {{ change.review.by }}</template>
        <template v-else
          >{{ change.review.by ?? 'a coordinator' }}, by {{ clockTime(change.review.due ?? line.to) }}</template
        >
      </dd>
    </template>
  </dl>
</template>
