<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { ask } from '@/lib/ask';
import { linesOf, wordsOf, type Attribute, type FormData, type NeedLine } from '@/pages/Topology/record';
import NeedEditor from '@/pages/Topology/NeedEditor.vue';

/** An item as a person sets it. Only what was changed is sent, with what it was: so two who edit different things both have their way. */
const props = defineProps<{ item: string | null }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
const form = ref<FormData | null>(null);
const trouble = ref<string | null>(null);
const id = ref('');
const why = ref('');
const fields = ref<Record<string, string>>({});
const was = ref<Record<string, string>>({});
const needs = ref<NeedLine[]>([]);
const needsWas = ref('');

/** What was typed into the sheet of this item is kept until it is saved or closed. */
const draftKey = `draft:item:${props.item ?? 'new'}`;
const load = async (): Promise<void> => {
  const answer = await ask<FormData>(`/item-form?item=${encodeURIComponent(props.item ?? '')}`);
  trouble.value = answer.error?.message ?? null;
  if (!answer.value) return;
  form.value = answer.value;
  was.value = { ...answer.value.fields };
  fields.value = { ...answer.value.fields };
  needsWas.value = answer.value.needs;
  needs.value = linesOf(answer.value.needs, answer.value.relations);
  try {
    const draft = JSON.parse(localStorage.getItem(draftKey) ?? 'null') as {
      fields: Record<string, string>;
      needs: NeedLine[] | null;
      id: string;
    } | null;
    if (draft) {
      Object.assign(fields.value, draft.fields);
      if (draft.needs) needs.value = draft.needs;
      id.value = draft.id;
    }
  } catch {
    localStorage.removeItem(draftKey);
  }
};
onMounted(load);

const type = computed(() => form.value?.types.find((one) => one.name === fields.value.kind));
const attributes = computed<Attribute[]>(() => type.value?.attributes ?? []);
const kinds = computed(() =>
  [...new Set([...(form.value?.types.map((one) => one.name) ?? []), ...(form.value?.kinds ?? [])])].sort(),
);
const changed = computed(() =>
  Object.keys(fields.value).filter((name) => (fields.value[name] ?? '') !== (was.value[name] ?? '')),
);
const words = computed(() => wordsOf(needs.value));
const needsChanged = computed(() => words.value !== wordsOf(linesOf(needsWas.value, form.value?.relations ?? [])));
const nothing = computed(() => changed.value.length === 0 && !needsChanged.value);
watch(
  [fields, needs, id],
  () => {
    if (!form.value) return;
    if (nothing.value && id.value === '') localStorage.removeItem(draftKey);
    else {
      const edited = Object.fromEntries(changed.value.map((name) => [name, fields.value[name] ?? '']));
      localStorage.setItem(
        draftKey,
        JSON.stringify({ fields: edited, needs: needsChanged.value ? needs.value : null, id: id.value }),
      );
    }
  },
  { deep: true },
);
const close = (): void => {
  localStorage.removeItem(draftKey);
  emit('close');
};
const wrong = (field: string): string | undefined => action.errors.value[`fields.${field}`];
const pick = (from: Record<string, string>): Record<string, string> =>
  Object.fromEntries(changed.value.map((name) => [name, from[name] ?? '']));
const save = (): void => {
  const data = {
    fields: pick(fields.value),
    was: pick(was.value),
    why: why.value,
    ...(needsChanged.value ? { needs: words.value, needs_was: needsWas.value } : {}),
  };
  if (props.item === null) action.send('/items', { ...data, id: id.value } as never, close);
  else action.send(`/estate/${encodeURIComponent(props.item)}/change`, data as never, close);
};
/** Until it is known what somebody else set, to save again would only be refused again. */
const catchingUp = ref(false);
/** Somebody else was quicker: what they set is what the next saving is compared with. */
watch(action.errors, async (errors) => {
  if (props.item === null || !Object.values(errors).some((text) => text.includes('meanwhile'))) return;
  catchingUp.value = true;
  const answer = await ask<FormData>(`/item-form?item=${encodeURIComponent(props.item)}`);
  catchingUp.value = false;
  if (!answer.value) return;
  for (const [name, value] of Object.entries(answer.value.fields)) {
    if (!changed.value.includes(name)) fields.value[name] = value;
  }
  was.value = { ...answer.value.fields };
  needsWas.value = answer.value.needs;
});
const inputType = (attribute: Attribute): string => (attribute.kind === 'date' ? 'date' : 'text');
</script>

<template>
  <SideSheet open :title="item === null ? 'Add an item' : `Change ${was.name ?? item}`" @close="emit('close')">
    <TroubleNote :text="trouble ?? action.errors.value.action ?? undefined" />
    <p v-if="!form && !trouble" class="text-small text-ink-3">Looking…</p>
    <form v-if="form" class="grid gap-3" @submit.prevent="save">
      <label v-if="item === null"
        >Id used in files and scans
        <input v-model="id" class="field" required maxlength="128" data-first />
        <span v-if="action.errors.value.id" class="text-tiny font-semibold text-call">{{
          action.errors.value.id
        }}</span>
      </label>
      <label
        >Name <input v-model="fields.name" class="field" required maxlength="200" />
        <span v-if="wrong('name')" class="text-tiny font-semibold text-call">{{ wrong('name') }}</span></label
      >
      <div class="grid grid-cols-2 gap-3">
        <label
          >Type <input v-model="fields.kind" class="field" list="item-kinds" required autocomplete="off" />
          <span v-if="wrong('kind')" class="text-tiny font-semibold text-call">{{ wrong('kind') }}</span></label
        >
        <label
          >Tier
          <select v-model="fields.tier" class="field">
            <option value="">none</option>
            <option v-for="n in 4" :key="n" :value="String(n)">{{ n }}{{ n === 1 ? ', matters most' : '' }}</option>
          </select></label
        >
        <label
          >Technical team
          <select v-model="fields.team" class="field">
            <option value="">nobody</option>
            <option v-for="team in form.teams" :key="team.id" :value="team.id">{{ team.name }}</option>
          </select>
          <span v-if="wrong('team')" class="text-tiny font-semibold text-call">{{ wrong('team') }}</span></label
        >
        <label
          >Business owner
          <select v-model="fields.business_owner" class="field">
            <option value="">nobody</option>
            <option v-for="person in form.people" :key="person.id" :value="person.id">{{ person.name }}</option>
          </select></label
        >
      </div>
      <div v-if="form.roles.length" class="grid grid-cols-2 gap-3">
        <label v-for="role in form.roles" :key="role.name"
          >{{ role.label }}
          <select v-model="fields[role.name]" class="field">
            <option value="">nobody</option>
            <option v-for="one in role.kind === 'team' ? form.teams : form.people" :key="one.id" :value="one.id">
              {{ one.name }}
            </option>
          </select>
          <span v-if="wrong(role.name)" class="text-tiny font-semibold text-call">{{ wrong(role.name) }}</span></label
        >
      </div>
      <label
        >Site <input v-model="fields.site" class="field" maxlength="120" />
        <span v-if="wrong('site')" class="text-tiny font-semibold text-call">{{ wrong('site') }}</span></label
      >
      <label>What it is <textarea v-model="fields.description" class="field" rows="2" /></label>
      <template v-if="fields.kind === 'service'">
        <label>Public name <input v-model="fields.public_name" class="field" /></label>
        <label
          >Use through the week
          <input v-model="fields.use" class="field" placeholder="sailings: Mon-Fri 06-22 12; Sat-Sun 08-20 6; else 1" />
          <span v-if="wrong('use')" class="text-tiny font-semibold text-call">{{ wrong('use') }}</span></label
        >
      </template>
      <fieldset v-if="attributes.length" class="grid grid-cols-2 gap-3">
        <legend class="font-semibold">As a {{ fields.kind }}</legend>
        <label v-for="attribute in attributes" :key="attribute.name"
          >{{ attribute.label }}
          <select v-if="attribute.kind === 'choice'" v-model="fields[attribute.name]" class="field">
            <option value="">none</option>
            <option v-for="choice in attribute.choices" :key="choice" :value="choice">{{ choice }}</option>
          </select>
          <select
            v-else-if="attribute.kind === 'person' || attribute.kind === 'team'"
            v-model="fields[attribute.name]"
            class="field"
          >
            <option value="">none</option>
            <option v-for="one in attribute.kind === 'team' ? form.teams : form.people" :key="one.id" :value="one.id">
              {{ one.name }}
            </option>
          </select>
          <input v-else v-model="fields[attribute.name]" class="field" :type="inputType(attribute)" />
          <span v-if="wrong(attribute.name)" class="text-tiny font-semibold text-call">{{
            wrong(attribute.name)
          }}</span>
        </label>
      </fieldset>
      <NeedEditor v-model="needs" :relations="form.relations" :items="form.items" :error="action.errors.value.needs" />
      <label
        >Why <input v-model="why" class="field" maxlength="300" placeholder="for whoever reads the history"
      /></label>
      <p class="flex items-center gap-3">
        <ActButton main type="submit" :busy="action.busy.value" :disabled="catchingUp || (nothing && item !== null)">{{
          item === null ? 'Add it' : 'Save changes'
        }}</ActButton>
        <button v-if="!nothing" type="button" class="link text-small" @click="close">Discard</button>
        <span v-if="item !== null && nothing" class="text-small text-ink-3">No changes yet.</span>
      </p>
      <datalist id="item-kinds"><option v-for="kind in kinds" :key="kind" :value="kind" /></datalist>
    </form>
  </SideSheet>
</template>
