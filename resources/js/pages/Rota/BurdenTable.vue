<script setup lang="ts" generic="Row extends { person: string; name: string }">
/** People, and what being on call asks of each, in columns. */
defineProps<{ people: Row[]; columns: readonly { key: string; title: string }[] }>();
defineSlots<{ default(props: { one: Row; column: string }): unknown }>();
</script>

<template>
  <table class="w-full min-w-[34rem] table-fixed text-left text-small">
    <thead class="text-ink-2">
      <tr class="row-rule">
        <th class="w-40 py-1 font-semibold">Person</th>
        <th v-for="column in columns" :key="column.key" class="font-semibold">{{ column.title }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in people" :key="one.person" class="row-rule">
        <th scope="row" class="py-1 font-semibold">{{ one.name }}</th>
        <td v-for="column in columns" :key="column.key"><slot :one="one" :column="column.key" /></td>
      </tr>
    </tbody>
  </table>
</template>
