<script setup lang="ts">
import type { SlipLine } from '@/lib/shapes';

/** What in words to outsiders disagrees with the record, and why it is to go out all the same. */
defineProps<{ found: (SlipLine & { /** In which version. */ where?: string })[]; error?: string | undefined }>();
const emit = defineEmits<{ replace: [slip: SlipLine]; show: [slip: SlipLine] }>();
const despite = defineModel<string>({ required: true });
</script>

<template>
  <section class="border border-line border-l-4 border-l-call bg-sheet p-3" aria-labelledby="found-in-words">
    <h3 id="found-in-words">Before it goes out</h3>
    <ul aria-live="polite">
      <li v-for="(slip, i) in found" :key="i" class="row-rule py-1 text-small">
        <p>
          <strong v-if="slip.where">{{ slip.where }}: </strong>{{ slip.words }}
        </p>
        <p class="flex flex-wrap gap-x-4">
          <button v-if="slip.length > 0" type="button" class="link min-h-6" @click="emit('show', slip)">
            Show “{{ slip.found }}”
          </button>
          <button v-if="slip.instead !== null" type="button" class="link min-h-6" @click="emit('replace', slip)">
            Say “{{ slip.instead }}” instead
          </button>
        </p>
      </li>
    </ul>
    <label class="mt-2 block font-semibold"
      >Why it is right as it stands
      <input v-model="despite" maxlength="500" class="field font-normal" placeholder="Or change it" />
      <span class="text-tiny font-normal text-ink-2">{{ error ?? 'Stays inside, in the journal.' }}</span></label
    >
  </section>
</template>
