<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useAskedFor } from '@/lib/askedFor';
import type { InHandLine } from '@/lib/shapes';

/** Takes somebody out who leaves, after it was said what comes of that; and what is in their hands still, once they have left. */
const props = defineProps<{
  person: { id: string; name: string; left: string | null };
  rotas: { id: string; name: string }[];
}>();
const leaving = useAction();
const [surely, again] = [ref(false), ref(false)];
const inHand = useAskedFor<InHandLine[]>('inHand');
const isShown = computed(() => (props.person.left ? (inHand.value?.length ?? 0) > 0 : surely.value));
</script>

<template>
  <div>
    <TroubleNote :text="Object.values(leaving.errors.value)[0]" />
    <template v-if="person.left">
      <h2 class="mt-5 mb-1">Is here again</h2>
      <p v-if="!again" class="text-small">
        <button type="button" class="link" @click="again = true">Take {{ person.name }} back in…</button>
      </p>
      <div v-else class="text-small">
        <p class="mb-2">
          From then on {{ person.name }} is paged again, and takes the turns that still name them. What went to others
          stays with them. To sign in they need a new password.
        </p>
        <ActButton :busy="leaving.busy.value" @click="leaving.send(`/people/${person.id}/return`, {})"
          >Take {{ person.name }} back in</ActButton
        >
        <button type="button" class="link ml-3" @click="again = false">Leave it</button>
      </div>
    </template>
    <h2 v-if="!person.left || isShown" class="mt-5 mb-1">{{ person.left ? 'Still in their hands' : 'Leaves' }}</h2>
    <p v-if="!isShown && !person.left" class="text-small">
      <button type="button" class="link" @click="surely = true">{{ person.name }} leaves…</button>
    </p>
    <div v-else-if="isShown" class="text-small">
      <p v-if="!person.left" class="mb-2">
        From now on {{ person.name }} is not paged and cannot sign in. Running calls go on to the next person at once.
        <template v-if="rotas.length"
          >{{ rotas.map((one) => one.name).join(', ') }} still {{ rotas.length === 1 ? 'names' : 'name' }} them: those
          turns become gaps until somebody takes them.</template
        >
      </p>
      <ul v-if="inHand?.length" class="mb-2" :aria-label="`In the hands of ${person.name}`">
        <li v-for="(one, i) in inHand" :key="i" class="row-rule py-1">
          <Link :href="one.link" class="link inline-block min-h-6">{{ one.what }}</Link>: {{ one.becomes }}.
        </li>
      </ul>
      <template v-if="!person.left">
        <ActButton :busy="leaving.busy.value" @click="leaving.send(`/people/${person.id}/leave`, {})"
          >Take {{ person.name }} out</ActButton
        >
        <button type="button" class="link ml-3" @click="surely = false">Leave it</button>
      </template>
    </div>
  </div>
</template>
