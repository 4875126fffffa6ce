<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import { plural } from '@/lib/states';
import { remaining, useNow } from '@/lib/time';
import { useShared } from '@/lib/shared';
import type { Clock } from '@/lib/types';

defineProps<{ clocks: Clock[] | undefined }>();
const now = useNow();
const shared = useShared();
const later = computed(() => shared.value.laterClocks ?? 0);
const isMine = (clock: Clock): boolean => clock.holder !== null && clock.holder === shared.value.me?.id;

const share = (clock: Clock): number =>
  Math.min(100, Math.max(2, (100 * (now.value - clock.began)) / Math.max(1, clock.due - clock.began)));
/** The strong colour is for what a person has to do soon; a target that is hours away is only ink. */
const calls = (clock: Clock): boolean => clock.due < now.value || (clock.person && clock.due - now.value < 10 * 60_000);
</script>

<template>
  <section aria-labelledby="running-out">
    <h2 id="running-out" class="mb-1 flex justify-between">
      <span>Deadlines</span><span v-if="clocks">{{ clocks.length + later }}</span>
    </h2>
    <p v-if="!clocks" class="py-2 text-small text-ink-2">Reading what is due …</p>
    <p v-else-if="clocks.length === 0" class="py-2 text-small text-ink-2">
      No deadlines. They appear here when somebody waits for an answer, an update or a handover.
    </p>
    <ol>
      <li v-for="clock in clocks" :key="clock.id" class="row-rule">
        <Link :href="clock.link" class="grid grid-cols-[102px_1fr] gap-x-2.5 py-2">
          <span
            class="text-right font-mono text-small leading-6 font-semibold tracking-tight whitespace-nowrap"
            :class="calls(clock) ? 'text-call' : 'text-ink'"
            :title="new Date(clock.due).toISOString()"
            >{{ remaining(clock.due - now) }}</span
          >
          <span class="min-w-0">
            <span class="line-clamp-2 text-body leading-snug font-semibold">{{ clock.title }}</span>
            <strong v-if="isMine(clock)" class="mr-1 text-tiny">Yours</strong>
            <span class="line-clamp-1 text-tiny text-ink-2">{{
              clock.due < now ? `overdue; ${clock.detail}` : clock.detail
            }}</span>
          </span>
          <span class="col-span-2 mt-1 h-[3px] bg-shade" aria-hidden="true">
            <span
              class="block h-[3px]"
              :class="calls(clock) ? 'bg-call' : 'bg-ink-2'"
              :style="{ width: `${share(clock)}%` }"
            />
          </span>
        </Link>
      </li>
    </ol>
    <p v-if="later" class="py-2 text-small text-ink-2">
      {{ plural(later, 'later one') }}: each stands where it belongs.
    </p>
  </section>
</template>
