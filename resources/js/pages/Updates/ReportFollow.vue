<script setup lang="ts">
import { usePage, usePoll } from '@inertiajs/vue3';
import PublicShell from '@/components/PublicShell.vue';
import { LIVE } from '@/lib/live';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import UpdateStory from '@/pages/Updates/UpdateStory.vue';
import ReporterTalk from '@/pages/Tickets/ReporterTalk.vue';
import MineIsOther from '@/pages/Tickets/MineIsOther.vue';
import AfterTheEnd from '@/pages/Updates/AfterTheEnd.vue';
import type { Answered, TalkLine } from '@/lib/shapes';
import type { ReportLine, UpdateLine } from '@/lib/types';

defineProps<{
  known: string[];
  report: ReportLine & { unlinked: boolean; answered: Answered[]; helped: boolean | null; better: string | null };
  updates: UpdateLine[];
  talk: TalkLine[];
  waitsForYou: boolean;
  linkedByItself: boolean;
}>();
const page = usePage();
const address = page.url.split(/[?#]/)[0] ?? '';
usePoll(10_000, { only: ['report', 'updates', 'known', 'talk', 'waitsForYou', 'linkedByItself'], headers: LIVE });
</script>

<template>
  <PublicShell :title="`Your report ${report.ref}`">
    <p class="mb-1 font-mono text-small text-ink-3">{{ report.ref }}</p>
    <h1 class="flex items-center gap-2">
      <StateMark :state="report.resolved_at ? 'restored' : 'up'" :label="false" />
      {{ report.resolved_at ? 'This is fixed' : report.incident ? 'We are working on it' : 'We have your report' }}
    </h1>
    <p class="mt-2">“{{ report.what }}”</p>
    <p class="text-small text-ink-2">
      {{ report.service }}{{ report.site ? `, ${report.site}` : '' }}, reported <TimeAgo :at="report.told_at" />
    </p>
    <p v-for="one in report.answered" :key="one.ask" class="text-small text-ink-2">{{ one.ask }} “{{ one.answer }}”</p>
    <p v-if="!report.incident && !report.resolved_at" class="mt-4">
      {{ report.unlinked ? 'We first took it for part of another problem; it is not. ' : '' }}Somebody will look at it
      soon. Keep this address: news appears here by itself.
    </p>
    <section v-if="known.length" class="mt-4 border-l-4 border-calm bg-sheet px-4 py-3" role="status">
      <p class="font-semibold">We know of a problem with {{ report.service }}. It may be yours:</p>
      <p v-for="text in known" :key="text">{{ text }}</p>
    </section>
    <MineIsOther v-if="linkedByItself" class="mt-4" :address="address" />
    <UpdateStory class="mt-5" :updates="updates" />
    <AfterTheEnd v-if="report.resolved_at" :address="address" :helped="report.helped" :better="report.better" />
    <ReporterTalk :talk="talk" :waits-for-you="waitsForYou" :closed="report.resolved_at !== null" :address="address" />
  </PublicShell>
</template>
