<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import CauseList from '@/components/CauseList.vue';
import LongText from '@/components/LongText.vue';
import ReachView from '@/components/ReachView.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import WhyForm from '@/components/WhyForm.vue';
import { panelsIn } from '@/lib/panels';
import { clockTime, useNow } from '@/lib/time';
import { hitWords } from '@/lib/states';
import { useRoom } from '@/pages/Incidents/roomState';
import RoomAlerts from '@/pages/Incidents/RoomAlerts.vue';
import SaidItems from '@/pages/Incidents/SaidItems.vue';
import TogetherNote from '@/pages/Incidents/TogetherNote.vue';
import AnswerableSheet from '@/pages/Topology/AnswerableSheet.vue';
import ItemCard from '@/pages/Topology/ItemCard.vue';

/** What we know of an incident: what it hits, what is behind it, who answers for it. */
const { room, incident, isOpen, coordinates } = useRoom();
const now = useNow();
const alarms = panelsIn('alarm');
const briefs = panelsIn('brief');
const found = panelsIn('known');
/** The item whose record is open beside the room. */
const record = ref<string | null>(null);
const answering = ref(false);
const hitItems = computed(() => room.value.reach.nodes.filter((node) => node.state !== 'up').map((node) => node.id));
</script>

<template>
  <section class="min-h-0 overflow-y-auto px-4 py-3" aria-label="What we know" tabindex="0">
    <component :is="alarm" v-for="(alarm, i) in alarms" :key="i" />
    <LongText class="mb-3" lead="Summary:" :text="room.soFar" />
    <p v-if="room.times.length" class="mb-3 text-small">
      <strong>How long it took:</strong> {{ room.times.join('; ') }}.
    </p>
    <div v-if="room.nextSteps.length" class="mb-3 text-small">
      <h2 class="flex justify-between">
        <span>Next</span><span>as of {{ clockTime(now) }}</span>
      </h2>
      <ul class="list-disc pl-4" aria-label="Next steps">
        <li v-for="step in room.nextSteps" :key="step">{{ step }}</li>
      </ul>
    </div>
    <component :is="brief" v-for="(brief, i) in briefs" :key="i" />
    <div
      v-if="room.hit.grown"
      class="mb-3 border border-line border-l-4 border-l-call bg-sheet p-2 text-small"
      role="status"
    >
      <p>
        <strong>Impact has grown: priority {{ room.hit.grown.priority }}</strong> fits what is affected now.
        {{ room.hit.grown.why }}
      </p>
      <WhyForm
        v-if="coordinates"
        :words="`Raise it to priority ${room.hit.grown.priority}…`"
        :about="incident.ref"
        question="Why"
        :button="incident.team ? `Raise it, and call ${incident.team}` : 'Raise it'"
        :url="`/incidents/${incident.id}/change`"
        :data="{
          version: incident.version,
          title: incident.title,
          stage: incident.stage,
          impact: room.hit.grown.impact,
          urgency: room.hit.grown.urgency,
          call: true,
        }"
      />
    </div>
    <TogetherNote
      v-if="room.together"
      :together="room.together"
      :may-act="coordinates && isOpen"
      :incident="{ id: incident.id, ref: incident.ref }"
      class="mb-3"
    />
    <template v-if="room.causes.length">
      <h2>Likely cause</h2>
      <CauseList :causes="room.causes" class="mb-3" />
    </template>
    <component :is="part" v-for="(part, i) in found" :key="i" />
    <h2 class="flex justify-between">
      <span>What is hit</span
      ><span
        >{{ hitWords(room.reach) }}. <Link :href="`/reach?incident=${incident.id}`" class="link">Full map</Link></span
      >
    </h2>
    <p v-if="isOpen && room.hit.behind" class="text-small text-ink-2">
      {{ room.hit.behind }}
    </p>
    <ul v-if="isOpen && room.hit.owners.length" class="text-small" aria-label="To be told">
      <li v-for="owner in room.hit.owners" :key="owner.id" class="flex flex-wrap gap-x-2">
        <span class="text-ink-2"
          >{{ owner.told ? 'Told:' : 'To be told:' }}
          <Link :href="`/people/${owner.id}`" class="link">{{ owner.name }}</Link> ({{ owner.of.join(', ') }})<template
            v-if="owner.told"
            >, <TimeAgo :at="owner.told" /></template
        ></span>
        <WhyForm
          v-if="coordinates"
          :words="owner.told ? 'Tell again…' : 'Tell by mail…'"
          :about="owner.name"
          :question="`What ${owner.name} should know`"
          :button="`Mail ${owner.name}`"
          :url="`/incidents/${incident.id}/tell`"
          :data="{ person: owner.id }"
          :initial="room.soFar.slice(0, 900)"
        />
      </li>
    </ul>
    <p v-if="hitItems.length" class="text-small">
      <button type="button" class="link" @click="answering = true">Who answers for what is hit</button>
    </p>
    <ReachView :reach="room.reach" :height="340" compact beside @record="(item) => (record = item)" />
    <SaidItems :incident="incident.id" :items="room.said" :may-act="coordinates && isOpen" class="mt-1" />
    <RoomAlerts />
    <AnswerableSheet v-if="answering" :items="hitItems" @close="answering = false" />
    <ItemCard v-if="record" :item="record" @close="record = null" @open="(item) => (record = item)" />
  </section>
</template>
