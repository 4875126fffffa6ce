<script setup lang="ts">
import AppShell from '@/components/AppShell.vue';
import { plural } from '@/lib/states';

/** Who may do what, role by action: as the server holds it. */
defineProps<{
  roles: { value: string; words: string; people: number }[];
  deeds: { words: string; roles: string[]; own: string[] }[];
}>();
const EVERYBODY = [
  'see everything but other people’s contacts',
  'answer their own pages, and take part in a room’s journal',
  'take turns on their team’s rota, and ask to swap',
  'change how they are reached',
];
</script>

<template>
  <AppShell title="Roles">
    <div class="min-h-0 flex-1 overflow-y-auto p-4" tabindex="0" role="region" aria-label="Roles">
      <h1 class="mb-1">Who may do what</h1>
      <p class="mb-3 max-w-[75ch] text-small text-ink-2">
        A person has one role or more. Administrators give them, on the person’s page.
      </p>
      <table class="w-full max-w-4xl text-left text-small">
        <thead>
          <tr class="row-rule align-bottom">
            <th scope="col" class="py-1 font-semibold">May</th>
            <th v-for="role in roles" :key="role.value" scope="col" class="px-2 font-semibold">
              {{ role.words
              }}<span class="block font-normal text-ink-2">{{ plural(role.people, 'person', 'people') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="deed in deeds" :key="deed.words" class="row-rule">
            <th scope="row" class="min-w-40 py-1.5 pr-3 font-normal">{{ deed.words }}</th>
            <td v-for="role in roles" :key="role.value" class="px-2">
              <template v-if="deed.roles.includes(role.value)"
                ><strong>yes</strong
                ><span v-if="deed.own.includes(role.value)" class="block text-tiny text-ink-2"
                  >their own team’s</span
                ></template
              ><span v-else class="text-ink-3">no</span>
            </td>
          </tr>
        </tbody>
      </table>
      <h2 class="mt-5 mb-1">Everybody who is signed in may</h2>
      <ul class="list-disc pl-5 text-small">
        <li v-for="one in EVERYBODY" :key="one">{{ one }}</li>
      </ul>
    </div>
  </AppShell>
</template>
