<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import StateMark from '@/components/StateMark.vue';
import { plural, stateWords } from '@/lib/states';
import type { Dependent, Need } from '@/pages/Topology/item';
import MemberList from '@/pages/Topology/MemberList.vue';

/** What an item depends on, and what depends on it. */
defineProps<{ needs: Need[]; neededBy: Dependent[]; proposed: number }>();
</script>

<template>
  <section aria-labelledby="needs-title">
    <h2 id="needs-title" class="mb-1">Depends on</h2>
    <p v-if="needs.length === 0" class="text-small text-ink-2">Nothing recorded.</p>
    <ul class="text-small">
      <li v-for="(need, i) in needs" :key="i" class="row-rule py-1">
        <span class="text-ink-2"
          >{{ need.words ? `${need.how === 'needs' ? 'needs' : `${need.how}:`} ${need.words}` : need.how
          }}{{ need.strength === 'soft' ? ', for full service' : '' }}:
        </span>
        <MemberList :members="need.members" />
      </li>
    </ul>
    <p v-if="proposed" class="mt-1 text-small">
      <Link href="/scans" class="link">{{ plural(proposed, 'connection') }} seen on the network</Link>
      {{ proposed === 1 ? 'waits' : 'wait' }} for review.
    </p>
  </section>
  <section aria-labelledby="needed-title">
    <h2 id="needed-title" class="mb-1">What depends on it</h2>
    <p v-if="neededBy.length === 0" class="text-small text-ink-2">Nothing recorded.</p>
    <ul class="max-h-56 overflow-y-auto text-small" tabindex="0" aria-label="What depends on it">
      <li v-for="other in neededBy" :key="other.id" class="row-rule flex items-center gap-1.5 py-1">
        <StateMark :state="other.state" :size="14" :label="false" /><Link
          :href="`/estate/${encodeURIComponent(other.id)}`"
          class="link"
          >{{ other.name }}</Link
        ><span class="text-ink-3"
          >{{ other.how === 'needs' ? '' : `${other.how} it` }} {{ other.group ? 'as one of several' : ''
          }}{{ other.strength === 'soft' ? ' to work fully' : '' }}
          {{ other.state === 'up' ? '' : stateWords[other.state] }}</span
        >
      </li>
    </ul>
  </section>
</template>
