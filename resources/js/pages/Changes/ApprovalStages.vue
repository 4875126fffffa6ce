<script setup lang="ts">
import type { StageLine } from '@/lib/shapes';
import { clockTime } from '@/lib/time';

/** Who has said what to a change, for whom, and who is waited for. */
defineProps<{ stages: StageLine[] }>();
const stateWords: Record<string, string> = {
  granted: 'granted',
  refused: 'refused',
  expired: 'expired',
  open: 'open now',
  not_begun: 'comes later',
};
</script>

<template>
  <ol class="text-small">
    <li v-for="stage in stages" :key="stage.name" class="row-rule py-1.5">
      <p>
        <strong>{{ stage.name }}</strong>: {{ stateWords[stage.state] ?? stage.state }}, {{ stage.needed }} of
        {{ stage.seats.length }} needed
      </p>
      <p v-if="stage.stuck" class="font-semibold text-call">
        Stuck: too few are left who can say yes. Take it back and ask anew, or name a stand-in.
      </p>
      <p v-else-if="stage.waitsFor.length">Waits for {{ stage.waitsFor.join(', ') }}.</p>
      <ul>
        <li v-for="seat in stage.seats.filter((one) => one.yes !== null)" :key="seat.of">
          <span :class="seat.yes ? '' : 'font-semibold text-call'">{{ seat.yes ? 'Yes' : 'No' }}</span>:
          {{ seat.by ? `${seat.by} for ${seat.of}` : seat.of
          }}<template v-if="seat.at">, {{ clockTime(seat.at) }}</template
          ><template v-if="seat.comment">. “{{ seat.comment }}”</template>
        </li>
      </ul>
    </li>
  </ol>
</template>
