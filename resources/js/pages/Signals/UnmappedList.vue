<script setup lang="ts">
import ActButton from '@/components/ActButton.vue';
import { useAction } from '@/lib/action';
import { clockTime } from '@/lib/time';
import type { SourceLine, Unmapped } from '@/pages/Signals/source';

/** What was kept because it does not map. */
defineProps<{ source: SourceLine; unmapped: Unmapped[]; mayEdit: boolean }>();
defineEmits<{ sample: [payload: string] }>();
const again = useAction();
</script>

<template>
  <section class="mt-6" aria-labelledby="not-mapped">
    <div class="mb-1 flex items-baseline gap-3">
      <h2 id="not-mapped">Kept because it does not map ({{ source.unmapped }})</h2>
      <ActButton
        v-if="mayEdit"
        :busy="again.busy.value"
        @click="again.send(`/sources/${encodeURIComponent(source.id)}/again`, {})"
        >Process them again</ActButton
      >
    </div>
    <details v-for="one in unmapped" :key="one.id" class="row-rule py-1 text-small">
      <summary>{{ clockTime(one.at) }}: {{ one.why[0]?.field }}: {{ one.why[0]?.message }}</summary>
      <pre class="mt-1 overflow-x-auto bg-shade p-2 font-mono text-tiny whitespace-pre-wrap">{{ one.payload }}</pre>
      <button v-if="mayEdit" type="button" class="link" @click="$emit('sample', one.payload)">
        Use it as the sample
      </button>
    </details>
  </section>
</template>
