<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import WhyForm from '@/components/WhyForm.vue';
import { useAction } from '@/lib/action';
import type { TicketDetail } from '@/pages/Tickets/tickets';

/** That a ticket is offered to somebody: to them, with the decision beside it. */
const props = defineProps<{ ticket: Pick<TicketDetail, 'id' | 'ref' | 'who' | 'offered'> }>();
const action = useAction();
const accept = (): void => action.send(`/tickets/${props.ticket.id}/offer`, { accept: true });
</script>

<template>
  <div v-if="ticket.offered" class="border-l-[5px] border-call bg-sheet p-2">
    <template v-if="ticket.offered.mine">
      <p>
        <strong>{{ ticket.offered.by }} hands it to you.</strong> It stays with {{ ticket.who }} until you accept it.
      </p>
      <div class="mt-1 flex flex-wrap items-start gap-4">
        <ActButton main :busy="action.busy.value" @click="accept">Accept it</ActButton>
        <WhyForm
          words="Decline…"
          :about="ticket.ref"
          question="Why not you"
          button="Decline it"
          :url="`/tickets/${ticket.id}/offer`"
          :data="{ accept: false }"
        />
      </div>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
    </template>
    <p v-else>Offered to {{ ticket.offered.to }}, who has not accepted it yet.</p>
  </div>
</template>
