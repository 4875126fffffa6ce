<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useAskedFor } from '@/lib/askedFor';
import type { InHandLine, Particulars } from '@/lib/shapes';
import { useShared } from '@/lib/shared';

/** What an administrator knows and changes of somebody. */
const props = defineProps<{
  person: string;
  kept: Particulars;
  teams: { id: string; name: string }[];
  roles: { value: string; words: string }[];
}>();
const action = useAction();
const copy = (one: Particulars): Particulars => JSON.parse(JSON.stringify(one)) as Particulars;
const edited = ref(copy(props.kept));
const isChanged = computed(() => JSON.stringify(edited.value) !== JSON.stringify(props.kept));
watch(
  () => props.kept,
  (now, before) => {
    if (JSON.stringify(edited.value) === JSON.stringify(before)) edited.value = copy(now);
  },
);
/** What goes from their hands with a role that is taken from them. Of others the page asks for it anyway. */
const shared = useShared();
const inHand = useAskedFor<InHandLine[]>('inHand', () => shared.value.me?.id === props.person);
const goes = computed(() =>
  (inHand.value ?? []).filter(
    ({ role }) => role && props.kept.roles.includes(role) && !edited.value.roles.includes(role),
  ),
);
const wrong = computed(() => Object.values(action.errors.value)[0]);
const save = (): void =>
  action.send(
    `/people/${props.person}/particulars`,
    { ...edited.value } as never,
    () => (edited.value = copy(props.kept)),
  );
</script>

<template>
  <form class="grid gap-2 text-small" aria-label="Details" @submit.prevent="save">
    <h2>Details</h2>
    <TroubleNote :text="wrong" />
    <div class="grid grid-cols-2 gap-2">
      <label>Name <input v-model="edited.name" class="field py-1" maxlength="80" required /></label>
      <label>Title <input v-model="edited.title" class="field py-1" maxlength="80" /></label>
      <label>Email, for signing in <input v-model="edited.email" class="field py-1" type="email" required /></label>
      <label
        >Team
        <select v-model="edited.team" class="field py-1">
          <option :value="null">none</option>
          <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label>Time zone <input v-model="edited.time_zone" class="field py-1" required /></label>
      <fieldset>
        <legend>Does</legend>
        <label v-for="one in roles" :key="one.value" class="flex min-h-6 items-center gap-1"
          ><input v-model="edited.roles" type="checkbox" :value="one.value" />{{ one.words }}</label
        >
      </fieldset>
    </div>
    <ul v-if="goes.length" class="border-l-4 border-call px-3" aria-label="What goes from their hands with it">
      <li v-for="one in goes" :key="one.link" class="row-rule py-1">
        <Link :href="one.link" class="link inline-block min-h-6">{{ one.what }}</Link>: {{ one.becomes }}.
      </li>
    </ul>
    <ActButton type="submit" :busy="action.busy.value" :disabled="!isChanged">Save the details</ActButton>
  </form>
</template>
