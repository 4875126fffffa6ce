<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import type { Together } from '@/lib/types';

/** Several troubles that hang on one item: they may be one, and can be put together. */
const props = defineProps<{
  together: Together;
  mayAct: boolean;
  /** The incident in whose room this stands; on the watch the first one takes the others in. */
  incident?: { id: number; ref: string };
}>();
const action = useAction();
const NUMBERS = ['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];
const count = computed(() => props.together.troubles.length + (props.incident ? 1 : 0));
const target = computed(() => props.incident ?? props.together.troubles.find((one) => one.kind === 'incident'));
const others = computed(() =>
  props.together.troubles.filter((one) => !(one.kind === 'incident' && one.id === target.value?.id)),
);
const attach = (one: Together['troubles'][number]): void => {
  if (!target.value) return;
  action.send(
    `/incidents/${target.value.id}/alerts`,
    one.kind === 'group' ? { alerts: one.alertIds } : { alerts: one.alertIds, from: one.id },
  );
};
</script>

<template>
  <section class="rounded-edge border border-line bg-sheet px-3 py-2 text-small" role="note">
    <p>
      <strong
        >{{ NUMBERS[count] ?? count }} problems depend on
        <Link :href="`/estate/${encodeURIComponent(together.item.id)}`" class="link">{{
          together.item.name
        }}</Link></strong
      >. They may be one problem.
    </p>
    <ul>
      <li
        v-for="one in others"
        :key="`${one.kind}${one.id}`"
        class="row-rule flex flex-wrap items-center gap-x-3 gap-y-1 py-1"
      >
        <Link
          :href="one.kind === 'incident' ? `/incidents/${one.id}` : `/alerts/${one.alertIds[0]}`"
          class="link min-w-0 flex-1"
          >{{ one.ref }} {{ one.title }}</Link
        >
        <ActButton v-if="mayAct && target && one.alertIds.length" :busy="action.busy.value" @click="attach(one)"
          >Attach {{ plural(one.alertIds.length, 'alert') }} to {{ target.ref }}</ActButton
        >
      </li>
    </ul>
    <TroubleNote :text="action.errors.value.action" />
  </section>
</template>
