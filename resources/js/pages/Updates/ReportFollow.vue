<script setup lang="ts">
import { usePage, usePoll } from '@inertiajs/vue3';
import { computed } from 'vue';
import FileList from '@/components/FileList.vue';
import PublicShell from '@/components/PublicShell.vue';
import { LIVE } from '@/lib/beside';
import StateMark from '@/components/StateMark.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import UpdateStory from '@/pages/Updates/UpdateStory.vue';
import ReporterTalk from '@/pages/Tickets/ReporterTalk.vue';
import MineIsOther from '@/pages/Tickets/MineIsOther.vue';
import AfterTheEnd from '@/pages/Updates/AfterTheEnd.vue';
import { directionOf, phrasesOf } from '@/pages/Updates/languages';
import type { Answered, FileLine, TalkLine } from '@/lib/shapes';
import type { ReportLine, UpdateLine } from '@/lib/types';

const props = defineProps<{
  known: string[];
  report: ReportLine & { unlinked: boolean; answered: Answered[]; helped: boolean | null; better: string | null };
  updates: UpdateLine[];
  talk: TalkLine[];
  waitsForYou: boolean;
  linkedByItself: boolean;
  files: FileLine[];
  language: string | null;
  deskOpens: string | null;
  busy: { by: string } | null;
  toldInWords: Record<number, { text: string; isMachine: boolean }>;
}>();
const words = computed(() => phrasesOf(props.language));
const page = usePage();
const address = page.url.split(/[?#]/)[0] ?? '';
usePoll(10_000, {
  only: [
    'report',
    'updates',
    'known',
    'talk',
    'waitsForYou',
    'linkedByItself',
    'files',
    'busy',
    'toldInWords',
    'language',
    'deskOpens',
  ],
  headers: LIVE,
});
</script>

<template>
  <PublicShell :title="report.ref" :words="words">
    <div :lang="language ?? 'en'" :dir="directionOf(language)">
      <p class="mb-1 font-mono text-small text-ink-3">{{ report.ref }}</p>
      <h1 class="flex items-center gap-2">
        <StateMark :state="report.resolved_at ? 'restored' : 'up'" :label="false" />
        {{ report.resolved_at ? words.fixed : report.incident ? words.working : words.received }}
      </h1>
      <p class="mt-2">“{{ report.what }}”</p>
      <p class="text-small text-ink-2">
        {{ report.service }}{{ report.site ? `, ${report.site}` : '' }}, {{ words.reported }}
        <TimeAgo :at="report.told_at" />
      </p>
      <p v-for="one in report.answered" :key="one.ask" class="text-small text-ink-2">
        {{ one.ask }} “{{ one.answer }}”
      </p>
      <FileList :files="files" :address="`${address}/files`" />
      <p v-if="!report.incident && !report.resolved_at" class="mt-4">
        {{ report.unlinked ? `${words.unlinked} ` : '' }}{{ words.soon }}
      </p>
      <section v-if="known.length" class="mt-4 border-l-4 border-calm bg-sheet px-4 py-3" role="status">
        <p class="font-semibold">{{ words.knownHere }}</p>
        <p v-for="text in known" :key="text">{{ text }}</p>
      </section>
      <MineIsOther v-if="linkedByItself" class="mt-4" :address="address" :words="words" />
      <UpdateStory class="mt-5" :updates="updates" :in-words="toldInWords" :words="words" />
      <AfterTheEnd
        v-if="report.resolved_at"
        :address="address"
        :helped="report.helped"
        :better="report.better"
        :words="words"
      />
      <p v-if="deskOpens && !report.resolved_at" class="mt-4 font-semibold" role="status">
        {{ words.closed }} <TimeAgo :at="deskOpens" />
      </p>
      <p v-if="busy" class="mt-4 font-semibold" role="status">{{ words.busy }} <TimeAgo :at="busy.by" />.</p>
      <ReporterTalk
        :talk="talk"
        :waits-for-you="waitsForYou"
        :closed="report.resolved_at !== null"
        :address="address"
        :words="words"
      />
    </div>
  </PublicShell>
</template>
