<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { nameOf, type Attribute } from '@/pages/Topology/record';

/** What people and teams can be to items of any type: each role with whether it is a person or a team. */
const props = defineProps<{ roles: Attribute[]; version: number; mayEdit: boolean }>();
const action = useAction();
const edited = ref<(Attribute & { isNew?: boolean })[]>([]);
/** The version that was looked at when the first change was made. */
const base = ref(props.version);
const isEditing = ref(false);
const begin = (): void => {
  edited.value = props.roles.map((role) => ({ ...role }));
  base.value = props.version;
  isEditing.value = true;
};
watch(
  () => action.errors.value.roles,
  (why) => {
    // Somebody was quicker: theirs is shown below, and the next saving stands on it.
    if (why?.includes('meanwhile')) base.value = props.version;
  },
);
const wrong = computed(() => Object.values(action.errors.value)[0]);
const save = (): void =>
  action.send(
    '/item-roles',
    { version: base.value, roles: edited.value.map(({ name, label, kind }) => ({ name, label, kind })) } as never,
    () => (isEditing.value = false),
  );
</script>

<template>
  <div>
    <ul class="text-small">
      <li v-for="role in roles" :key="role.name" class="row-rule py-1.5">
        <strong>{{ role.label }}</strong><span class="text-ink-2">, a {{ role.kind }}</span>
      </li>
      <li v-if="roles.length === 0" class="text-ink-2">None.</li>
    </ul>
    <p v-if="mayEdit && !isEditing" class="mt-3"><ActButton @click="begin">Change the roles</ActButton></p>
    <form v-if="isEditing" class="mt-3 grid gap-2 border-t-2 border-ink pt-3 text-small" @submit.prevent="save">
      <TroubleNote :text="wrong" />
      <div v-for="(role, i) in edited" :key="i" class="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <label
          >Role {{ i + 1 }}
          <input
            class="field py-1"
            :value="role.label"
            required
            maxlength="60"
            @input="
              ((role.label = ($event.target as HTMLInputElement).value), role.isNew && (role.name = nameOf(role.label)))
            "
        /></label>
        <label
          >is a
          <select v-model="role.kind" class="field py-1" :aria-label="`Role ${i + 1} is a`">
            <option value="person">person</option>
            <option value="team">team</option>
          </select></label
        >
        <button type="button" class="link pb-1" :aria-label="`Take out role ${i + 1}`" @click="edited.splice(i, 1)">
          Take out
        </button>
      </div>
      <p>
        <button type="button" class="link" @click="edited.push({ name: '', label: '', kind: 'person', isNew: true })">
          Add a role
        </button>
      </p>
      <p class="flex gap-3">
        <ActButton main type="submit" :busy="action.busy.value">Save the roles</ActButton>
        <ActButton @click="isEditing = false">Cancel</ActButton>
      </p>
    </form>
  </div>
</template>
