<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import TroubleNote from '@/components/TroubleNote.vue';
import { ref } from 'vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { TaskLine } from '@/lib/shapes';
import { clockTime, millis, useNow } from '@/lib/time';
import PassOn from '@/pages/Tickets/PassOn.vue';
import type { Named } from '@/pages/Tickets/tickets';

/** Steps of a ticket or tasks of an incident: each is done, skipped with a reason, or taken up again. */
defineProps<{ tasks: TaskLine[]; teams: Named[]; mayWork: boolean; ends: string }>();
const action = useAction();
const now = useNow();
const passing = ref<number | null>(null);
const isLate = (task: TaskLine): boolean =>
  task.state === 'open' && task.by_when !== null && millis(task.by_when) < now.value;
const whose = (task: TaskLine): string => task.for?.name ?? task.team ?? 'The desk';
const settle = (task: TaskLine, state: string): void => action.send(`/tasks/${task.id}/settle`, { state });
</script>

<template>
  <div>
    <ol class="text-small">
      <li v-for="one in tasks" :key="one.id" class="row-rule py-1">
        <div class="flex items-start gap-2">
          <input
            type="checkbox"
            class="mt-0.5 size-5 shrink-0 accent-[var(--ink)]"
            :checked="one.state === 'done'"
            :disabled="!mayWork || one.state === 'skipped' || action.busy.value"
            :aria-label="one.state === 'done' ? `Not done: ${one.text}` : `Done: ${one.text}`"
            @change="settle(one, one.state === 'done' ? 'open' : 'done')"
          />
          <span :class="one.state === 'open' ? '' : 'text-ink-2'">
            <span :class="one.state === 'skipped' ? 'line-through' : ''">{{ one.text }}</span>
            <span class="block text-tiny text-ink-2"
              ><Link v-if="one.own" :href="`/tickets/${one.own}`" class="link inline-block min-h-6">{{
                whose(one)
              }}</Link
              ><template v-else>{{ whose(one) }}</template
              ><span v-if="one.by_when" :class="isLate(one) ? 'font-semibold text-call' : ''"
                >, by {{ clockTime(one.by_when) }}{{ isLate(one) ? ', overdue' : '' }}</span
              >{{
                one.holder && one.holder.id !== one.for?.id && one.state === 'open'
                  ? `, ${one.holder.name} has it`
                  : ''
              }}{{ one.must && one.state === 'open' ? `, before it is ${ends}` : ''
              }}{{ one.state === 'done' ? `, done by ${one.by}` : ''
              }}{{ one.state === 'skipped' ? `, skipped by ${one.by}: ${one.why}` : '' }}</span
            >
            <span v-if="one.blocked && one.state === 'open'" class="block text-tiny font-semibold text-call"
              >Blocked: {{ one.blocked }}</span
            >
            <PassOn v-if="passing === one.id" :task="one" :teams="teams" @done="passing = null" />
            <button
              v-else-if="mayWork && one.state === 'open'"
              type="button"
              class="link mr-3 text-tiny"
              @click="passing = one.id"
            >
              Pass on…<span class="sr-only"> {{ one.text }}</span>
            </button>
            <WhyForm
              v-if="mayWork && one.state === 'open'"
              words="Skip…"
              :about="one.text"
              question="Why it is skipped"
              button="Skip it"
              :url="`/tasks/${one.id}/settle`"
              :data="{ state: 'skipped' }"
            />
            <button
              v-else-if="mayWork && one.state === 'skipped'"
              type="button"
              class="link text-tiny"
              @click="settle(one, 'open')"
            >
              Take it up after all
            </button>
          </span>
        </div>
      </li>
    </ol>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </div>
</template>
