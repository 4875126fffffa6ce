<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TimeAgo from '@/components/TimeAgo.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import type { UnansweredCall } from '@/lib/types';

/** A call that nobody answers, or of which everybody has said no: who comes instead is a decision. */
const props = defineProps<{ call: UnansweredCall; selected: boolean; mayAct: boolean }>();
const action = useAction();
const ending = ref(false);
const why = ref('');
const end = (): void => action.send(`/calls/${props.call.id}/stop`, { why: why.value });
</script>

<template>
  <article
    class="flex flex-wrap items-start gap-x-4 gap-y-2 border border-l-[5px] border-line border-l-call bg-sheet p-3"
    :class="selected ? 'outline-2 outline-calm' : ''"
  >
    <div class="min-w-60 flex-1">
      <p class="text-head font-semibold">{{ call.words }}</p>
      <p v-if="call.said" class="line-clamp-3 text-small">{{ call.said }}</p>
      <p class="text-small text-ink-2">
        for
        <Link :href="call.link" class="link">{{ call.ref }} {{ call.title }}</Link
        >, priority {{ call.priority }}, <TimeAgo :at="call.at" />
      </p>
      <form v-if="ending" class="mt-2 flex flex-wrap items-end gap-2" @submit.prevent="end">
        <label class="flex-1 text-small font-semibold"
          >Why no one is needed<input v-model="why" class="field" maxlength="500" required autofocus
        /></label>
        <ActButton type="submit" :busy="action.busy.value">End the call</ActButton>
        <button type="button" class="link py-2 text-small" @click="ending = false">Cancel</button>
      </form>
      <TroubleNote :text="action.errors.value.why ?? action.errors.value.action" />
    </div>
    <div v-if="mayAct" class="flex flex-wrap gap-2">
      <Link :href="`${call.link}#call`" class="rounded-edge border-[1.5px] border-ink px-3 py-1 font-semibold"
        >Call somebody else</Link
      >
      <ActButton v-if="!ending" @click="ending = true">No one needed…</ActButton>
    </div>
  </article>
</template>
