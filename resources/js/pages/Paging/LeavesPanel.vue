<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';

/** Takes somebody out who leaves, after it was said what comes of that. */
defineProps<{ person: { id: string; name: string }; rotas: { id: string; name: string }[] }>();
const leaving = useAction();
const surely = ref(false);
</script>

<template>
  <div>
    <TroubleNote :text="Object.values(leaving.errors.value)[0]" />
    <h2 class="mt-5 mb-1">Leaves</h2>
    <p v-if="!surely" class="text-small">
      <button type="button" class="link" @click="surely = true">{{ person.name }} leaves…</button>
    </p>
    <div v-else class="text-small">
      <p class="mb-2">
        From now on {{ person.name }} is not paged and cannot sign in. Running calls go on to the next person at once.
        <template v-if="rotas.length"
          >{{ rotas.map((one) => one.name).join(', ') }} still {{ rotas.length === 1 ? 'names' : 'name' }} them: those
          turns become gaps until somebody takes them.</template
        >
      </p>
      <ActButton :busy="leaving.busy.value" @click="leaving.send(`/people/${person.id}/leave`, {})"
        >Take {{ person.name }} out</ActButton
      >
      <button type="button" class="link ml-3" @click="surely = false">Leave it</button>
    </div>
  </div>
</template>
