<script setup lang="ts">
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { fieldNames, valueWords, type Named, type TicketDetail } from '@/pages/Tickets/tickets';

/** What the words of a ticket speak for otherwise than it stands: one press sets it, and is learned from. */
const props = defineProps<{ ticket: TicketDetail; teams: Named[] }>();
const action = useAction();
const send = (set: Record<string, string>): void => {
  const { team, ...rest } = set;
  const ticket = props.ticket;
  const correct = (): void =>
    action.send(`/tickets/${ticket.id}/correct`, {
      kind: ticket.kind,
      service: ticket.service_id,
      place: ticket.place,
      impact: ticket.impact,
      urgency: ticket.urgency,
      item: ticket.item?.id ?? null,
      version: ticket.version,
      ...rest,
    });
  if (team === undefined) return correct();
  action.send('/tickets/hand-over', { tickets: [ticket.id], team, why: 'Suggested by the words' }, () => {
    if (Object.keys(rest).length > 0) correct();
  });
};
/** What is more likely than not is set together; the rest is chosen one by one. */
const LIKELY = 0.5;
const first = computed(() =>
  Object.fromEntries(
    props.ticket.suggested
      .filter((one) => (one.choices[0]?.score ?? 0) >= LIKELY)
      .map((one) => [one.field, one.choices[0]?.value ?? '']),
  ),
);
const many = computed(() => Object.keys(first.value).length);
const useAll = (): void => {
  if (many.value > 0) send(first.value);
};
defineExpose({ useAll, set: send });
const shown = computed(() => props.ticket.suggested.length > 0 || props.ticket.items.length > 0);
const share = (score: number): string => `${Math.round(score * 100)}%`;
</script>

<template>
  <div v-if="shown" class="mb-3 border-l-4 border-calm bg-sheet px-3 py-2 text-small">
    <div v-if="ticket.suggested.length" class="flex items-start justify-between gap-3">
      <h3 class="text-small! font-semibold text-ink!">Probably</h3>
      <ActButton v-if="many" shortcut="u" :busy="action.busy.value" @click="useAll">{{
        many > 1 ? 'Set what is likely' : 'Set it'
      }}</ActButton>
    </div>
    <dl v-if="ticket.suggested.length" class="mt-1">
      <div v-for="one in ticket.suggested" :key="one.field" class="row-rule py-1">
        <dt class="text-ink-2">{{ fieldNames[one.field] ?? one.field }}</dt>
        <dd v-for="(choice, i) in one.choices" :key="choice.value">
          <button
            type="button"
            class="link min-h-6 text-left"
            :class="i === 0 ? 'font-semibold' : ''"
            :aria-label="`Set ${fieldNames[one.field] ?? one.field} to ${valueWords(one.field, choice)}`"
            @click="send({ [one.field]: choice.value })"
          >
            {{ valueWords(one.field, choice) }}
          </button>
          {{ share(choice.score)
          }}<span class="text-ink-2"
            >: {{ choice.because.map((word) => (word.startsWith('at ') ? word : `“${word}”`)).join(', ') }}</span
          >
        </dd>
      </div>
    </dl>
    <template v-if="ticket.items.length">
      <h3 class="mt-1 text-small! font-semibold text-ink!">Named in what they sent</h3>
      <p v-for="item in ticket.items" :key="item.id">
        <button type="button" class="link min-h-6" @click="send({ item: item.id })">{{ item.name }}</button>
        <span class="text-ink-2"
          >: {{ item.kind }}, read as “{{ item.read }}”{{ item.in ? ` in ${item.in}` : '' }}</span
        >
      </p>
    </template>
    <TroubleNote :text="Object.values(action.errors.value)[0]" />
  </div>
  <p v-if="!ticket.service_said" class="mb-2 text-small text-ink-2">
    They did not know the service: it is taken from their words. Set it to say that it is right.
  </p>
</template>
