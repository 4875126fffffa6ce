<script setup lang="ts">
import { computed } from 'vue';
import SideSheet from '@/components/SideSheet.vue';
import { allCommands } from '@/lib/commands';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const commands = computed(() => (props.open ? allCommands().filter((command) => command.key) : []));
</script>

<template>
  <SideSheet :open="open" leave="Close" title="Keys on this screen" @close="emit('close')">
    <dl class="grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1.5">
      <template v-for="command in commands" :key="command.name">
        <dt>
          <kbd>{{ command.key }}</kbd>
        </dt>
        <dd>{{ command.name }}</dd>
      </template>
    </dl>
  </SideSheet>
</template>
