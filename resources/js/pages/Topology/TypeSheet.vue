<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SideSheet from '@/components/SideSheet.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { nameOf, type Attribute, type ItemType } from '@/pages/Topology/record';

/** A type of items: what is recorded of them, and by what a scan recognises one. */
const props = defineProps<{ type: ItemType; version: number | null; kinds: string[] }>();
const emit = defineEmits<{ close: [] }>();
const action = useAction();
interface Edited {
  name: string;
  label: string;
  kind: string;
  choices: string;
  remind: string;
  early: string;
  isNew: boolean;
}
const edited = (attribute: Attribute): Edited => ({
  ...attribute,
  choices: (attribute.choices ?? []).join(', '),
  remind: (attribute.remind ?? []).join(', '),
  early: attribute.early ?? '',
  isNew: false,
});
const name = ref(props.type.name);
const attributes = ref<Edited[]>(props.type.attributes.map(edited));
const identifying = ref<string[]>([...props.type.identifying]);
const listOf = (text: string): string[] =>
  text
    .split(/[,\n]/)
    .map((one) => one.trim())
    .filter(Boolean);
const label = (attribute: Edited, value: string): void => {
  attribute.label = value;
  if (attribute.isNew) attribute.name = nameOf(value);
};
const otherDates = (attribute: Edited): Edited[] =>
  attributes.value.filter((one) => one.kind === 'date' && one.name !== attribute.name);
const others = computed(() =>
  ['name', ...attributes.value.map((one) => one.name)].filter((one) => one && !identifying.value.includes(one)),
);
const save = (): void =>
  action.send(
    '/types',
    {
      version: props.version,
      type: {
        name: name.value,
        attributes: attributes.value.map((one) => ({
          name: one.name,
          label: one.label,
          kind: one.kind,
          ...(one.kind === 'choice' ? { choices: listOf(one.choices) } : {}),
          ...(one.kind === 'date' && one.remind.trim() ? { remind: listOf(one.remind).map(Number) } : {}),
          ...(one.kind === 'date' && one.early ? { early: one.early } : {}),
        })),
        identifying: identifying.value.filter((by) => by === 'name' || attributes.value.some((one) => one.name === by)),
      },
    } as never,
    () => emit('close'),
  );
const wrong = computed(() => Object.values(action.errors.value)[0]);
</script>

<template>
  <SideSheet open :title="version === null ? 'Add a type' : `Change the type ${type.name}`" @close="emit('close')">
    <TroubleNote :text="wrong" />
    <form class="grid gap-3" @submit.prevent="save">
      <label v-if="version === null"
        >Name <input v-model="name" class="field" required maxlength="60" data-first
      /></label>
      <fieldset class="grid gap-2">
        <legend class="font-semibold">What is recorded of each</legend>
        <div
          v-for="(attribute, i) in attributes"
          :key="i"
          class="grid gap-2 border border-line bg-sheet p-2 text-small"
        >
          <div class="grid grid-cols-[1fr_auto_auto] items-end gap-2">
            <label
              >Called
              <input
                class="field py-1"
                :value="attribute.label"
                required
                maxlength="60"
                @input="label(attribute, ($event.target as HTMLInputElement).value)"
            /></label>
            <label
              >is a
              <select v-model="attribute.kind" class="field py-1">
                <option v-for="kind in kinds" :key="kind" :value="kind">{{ kind }}</option>
              </select></label
            >
            <button type="button" class="link pb-1" @click="attributes.splice(i, 1)">Take out</button>
          </div>
          <p class="text-tiny text-ink-3">
            In files and scans: <code>{{ attribute.name }}</code>
          </p>
          <label v-if="attribute.kind === 'choice'"
            >One of <input v-model="attribute.choices" class="field py-1" placeholder="in use, spare"
          /></label>
          <label v-if="attribute.kind === 'date'"
            >An end date; remind so many days ahead
            <input v-model="attribute.remind" class="field py-1" placeholder="60, 14, 3; empty: no reminder"
          /></label>
          <label v-if="attribute.kind === 'date' && otherDates(attribute).length"
            >Acting by then pays, as with a discount; it comes before
            <select v-model="attribute.early" class="field py-1">
              <option value="">no other date</option>
              <option v-for="other in otherDates(attribute)" :key="other.name" :value="other.name">
                {{ other.label }}
              </option>
            </select></label
          >
        </div>
        <p>
          <button
            type="button"
            class="link text-small"
            @click="
              attributes.push({ name: '', label: '', kind: 'text', choices: '', remind: '', early: '', isNew: true })
            "
          >
            Add an attribute
          </button>
        </p>
      </fieldset>
      <fieldset class="text-small">
        <legend class="font-semibold">A scan recognises one by, most trusted first</legend>
        <ol class="list-decimal pl-5">
          <li v-for="(by, i) in identifying" :key="by" class="py-0.5">
            {{ by }}
            <button
              v-if="i > 0"
              type="button"
              class="link"
              @click="identifying.splice(i - 1, 2, by, identifying[i - 1] ?? by)"
            >
              Trust more
            </button>
            <button type="button" class="link ml-2" @click="identifying.splice(i, 1)">Take out</button>
          </li>
        </ol>
        <p v-if="others.length" class="flex flex-wrap gap-2">
          <span class="text-ink-2">Add:</span>
          <button v-for="one in others" :key="one" type="button" class="link" @click="identifying.push(one)">
            {{ one }}
          </button>
        </p>
      </fieldset>
      <p>
        <ActButton main type="submit" :busy="action.busy.value">{{
          version === null ? 'Add the type' : 'Save the type'
        }}</ActButton>
      </p>
    </form>
  </SideSheet>
</template>
