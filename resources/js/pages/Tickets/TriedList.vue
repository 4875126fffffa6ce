<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { TicketDetail } from '@/pages/Tickets/tickets';

/** What was tried, by the reporter or by us, and what came of it: so that nobody suggests it again. */
const props = defineProps<{ ticket: TicketDetail; mayWork: boolean }>();
const action = useAction();
const adding = ref(false);
const what = ref('');
const outcome = ref('no_help');
const why = ref('');
const reporter = ref(true);
const send = (): void =>
  action.send(
    `/tickets/${props.ticket.id}/try`,
    { what: what.value, outcome: outcome.value, why: why.value, reporter: reporter.value },
    () => {
      what.value = why.value = '';
      adding.value = false;
    },
  );
</script>

<template>
  <section v-if="ticket.tried.length || mayWork" aria-labelledby="tried">
    <h2 id="tried" class="mb-1">What was tried</h2>
    <ul class="text-small">
      <li v-for="one in ticket.tried" :key="one.id" class="row-rule py-1">
        {{ one.what }}: <strong>{{ one.words }}</strong>{{ one.why ? `, ${one.why}` : '' }}
        <span class="text-ink-2">({{ one.by }})</span>
      </li>
    </ul>
    <form v-if="adding" class="mt-1 grid gap-2 text-small" @submit.prevent="send">
      <label>What <input v-model="what" class="field py-1" maxlength="200" autofocus /></label>
      <div class="grid grid-cols-2 gap-2">
        <label
          >By
          <select v-model="reporter" class="field py-1">
            <option :value="true">the reporter</option>
            <option :value="false">us</option>
          </select></label
        >
        <label
          >It
          <select v-model="outcome" class="field py-1">
            <option value="no_help">did not help</option>
            <option value="helped">helped</option>
            <option value="refused">was refused</option>
          </select></label
        >
      </div>
      <label v-if="outcome === 'refused'">Why <input v-model="why" class="field py-1" maxlength="200" /></label>
      <TroubleNote :text="Object.values(action.errors.value)[0]" />
      <p class="flex gap-3">
        <ActButton type="submit" :busy="action.busy.value">Write it down</ActButton>
        <button type="button" class="link" @click="adding = false">Cancel</button>
      </p>
    </form>
    <button v-else-if="mayWork" type="button" class="link min-h-6 text-small" @click="adding = true">
      Something was tried…
    </button>
  </section>
</template>
