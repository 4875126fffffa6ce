<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { CoordinationLine } from '@/lib/shapes';

/** That coordination is offered to somebody: to them, with the brief and the decision. */
const props = defineProps<{ offer: CoordinationLine }>();
const action = useAction();
const accept = (): void => action.send(`/incidents/${props.offer.incident}/handover/answer`, { accept: true });
</script>

<template>
  <div class="border-l-[5px] border-call bg-sheet p-2 text-small">
    <template v-if="offer.mine">
      <p>
        <strong>{{ offer.from }} hands you the coordination.</strong> It stays with {{ offer.from }} until you accept
        it.
      </p>
      <p class="mt-1 whitespace-pre-line">{{ offer.brief }}</p>
      <div class="mt-1 flex flex-wrap items-start gap-4">
        <ActButton main :busy="action.busy.value" @click="accept">Accept it</ActButton>
        <WhyForm
          words="Decline…"
          :about="offer.ref"
          question="Why not you"
          button="Decline it"
          :url="`/incidents/${offer.incident}/handover/answer`"
          :data="{ accept: false }"
        />
      </div>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
    </template>
    <p v-else>Coordination is offered to {{ offer.to }}, who has not accepted it yet.</p>
  </div>
</template>
