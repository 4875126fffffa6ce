<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { onMounted } from 'vue';
import { focusFirst } from '@/lib/focus';

/** A piece of work beside the screen that it is about. */
withDefaults(
  defineProps<{
    open: boolean;
    title: string;
    /** What leaving it is called: one that only shows is closed. */ leave?: string;
    /** Whether it takes the whole width: what is compared stands side by side. */ wide?: boolean;
  }>(),
  {
    leave: 'Cancel',
  },
);
const emit = defineEmits<{ close: [] }>();
/** What is asked first has the focus, where something is. */
onMounted(focusFirst);
</script>

<template>
  <Dialog :open="open" class="relative z-30" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/25" aria-hidden="true" />
    <div class="fixed inset-y-0 right-0 flex w-full" :class="wide ? 'max-w-[1240px]' : 'max-w-[560px]'">
      <DialogPanel class="flex w-full flex-col overflow-y-auto border-l-2 border-ink bg-paper p-5">
        <div class="mb-3 flex items-start justify-between gap-4">
          <DialogTitle as="h2" class="text-title! font-bold! text-ink!">{{ title }}</DialogTitle>
          <button type="button" class="link shrink-0 text-small" @click="emit('close')">
            {{ leave }} <kbd aria-hidden="true">Esc</kbd>
          </button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
