<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import AppShell from '@/components/AppShell.vue';
import { useAction } from '@/lib/action';
import { useShared } from '@/lib/shared';
import { plural } from '@/lib/states';
import RolesForm from '@/pages/Topology/RolesForm.vue';
import RelationForm from '@/pages/Topology/RelationForm.vue';
import TypeSheet from '@/pages/Topology/TypeSheet.vue';
import type { Attribute, EditedRelation, ItemType, RelationWords } from '@/pages/Topology/record';

/** The types of items with what is recorded of each, and the ways in which items need each other. */
type Kept = ItemType & { version: number; items: number };
defineProps<{
  types: Kept[];
  bare: { name: string; items: number }[];
  relations: { id: string; forward: string; backward: string; strength: 'hard' | 'soft'; used: number }[];
  /** What people and teams can be to items of any type, beside technical team and business owner. */
  roles: { roles: Attribute[]; version: number };
  kinds: string[];
}>();
const shared = useShared();
const action = useAction();
const mayEdit = computed(() => shared.value.me?.keepsEstate ?? false);
const editing = ref<{ type: ItemType; version: number | null } | null>(null);
const relation = ref<EditedRelation | null>(null);
const change = ({ id, forward, backward, strength }: RelationWords & { id: string | null }): void => {
  const was = { forward, backward, strength };
  relation.value = { ...was, id, was };
};
const edit = (kept: Kept): void => {
  editing.value = {
    type: { name: kept.name, attributes: kept.attributes, identifying: kept.identifying },
    version: kept.version,
  };
};
const begin = (name = ''): void => {
  editing.value = { type: { name, attributes: [], identifying: ['name'] }, version: null };
};
</script>

<template>
  <AppShell title="Types" :follows="{ 'type.': ['types', 'bare'], 'relation.': ['relations'], 'settings.': ['roles'] }">
    <div class="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_420px]">
      <div class="min-h-0 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Types">
        <div class="mb-2 flex items-baseline gap-4">
          <h1>Types of items</h1>
          <ActButton v-if="mayEdit" @click="begin()">Add a type</ActButton>
        </div>
        <ul class="text-small">
          <li v-for="type in types" :key="type.name" class="row-rule grid gap-x-4 py-2 md:grid-cols-[170px_1fr_auto]">
            <div>
              <strong class="first-letter:uppercase">{{ type.name }}</strong>
              <p>
                <Link :href="`/estate?kind=${encodeURIComponent(type.name)}`" class="link text-tiny">{{
                  plural(type.items, 'item')
                }}</Link>
              </p>
            </div>
            <div>
              <p>
                <template v-for="(attribute, i) in type.attributes" :key="attribute.name"
                  ><template v-if="i > 0">, </template>{{ attribute.label
                  }}<span class="text-ink-3"
                    >{{ attribute.kind === 'text' ? '' : ` (${attribute.kind})`
                    }}{{ attribute.remind ? `, told ${attribute.remind.join(', ')} days ahead` : '' }}</span
                  ></template
                ><template v-if="type.attributes.length === 0">No attributes of its own</template>.
              </p>
              <p class="text-tiny text-ink-2">
                {{
                  type.identifying.length
                    ? `A scan recognises one by ${type.identifying.join(', then ')}.`
                    : 'A scan recognises none.'
                }}
              </p>
            </div>
            <button v-if="mayEdit" type="button" class="link self-start" @click="edit(type)">Change</button>
          </li>
        </ul>
        <template v-if="bare.length">
          <h2 class="mt-4 mb-1">Used, without attributes of their own</h2>
          <ul class="flex flex-wrap gap-x-4 gap-y-1 text-small">
            <li v-for="one in bare" :key="one.name">
              <button v-if="mayEdit" type="button" class="link" @click="begin(one.name)">
                {{ one.name }}</button><template v-else>{{ one.name }}</template>
              <span class="text-ink-3">{{ one.items }}</span>
            </li>
          </ul>
        </template>
      </div>
      <aside
        class="min-h-0 overflow-y-auto border-line p-4 max-lg:border-t lg:border-l"
        aria-label="Relations and roles"
        tabindex="0"
      >
        <h2 class="mb-1">Relations between items</h2>
        <ul class="text-small">
          <li v-for="one in relations" :key="one.id" class="row-rule flex gap-2 py-1.5">
            <span class="min-w-0 flex-1"
              >one <strong>{{ one.forward }}</strong> another, which <strong>{{ one.backward }}</strong> it<span
                class="block text-tiny text-ink-2"
                >without it, {{ one.strength === 'hard' ? 'down' : 'degraded' }}; used
                {{ plural(one.used, 'time') }}</span
              ></span
            >
            <button v-if="mayEdit" type="button" class="link self-start" @click="change(one)">Change</button>
          </li>
        </ul>
        <p v-if="mayEdit && !relation" class="mt-3">
          <ActButton @click="change({ id: null, forward: '', backward: '', strength: 'hard' })"
            >Add a relation</ActButton
          >
        </p>
        <RelationForm v-if="relation" v-model="relation" :action="action" @done="relation = null" />
        <h2 class="mt-6 mb-1">Roles on every item</h2>
        <p class="mb-1 text-small text-ink-2">Beside the technical team and the business owner.</p>
        <RolesForm :roles="roles.roles" :version="roles.version" :may-edit="mayEdit" />
      </aside>
    </div>
    <TypeSheet v-if="editing" :type="editing.type" :version="editing.version" :kinds="kinds" @close="editing = null" />
  </AppShell>
</template>
