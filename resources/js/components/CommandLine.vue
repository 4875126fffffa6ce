<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/vue';
import { router } from '@inertiajs/vue3';
import { computed, ref, watch } from 'vue';
import { allCommands, type Command } from '@/lib/commands';

/** Finds any record and does any action. */
const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();

interface Found {
  what: string;
  name: string;
  more: string;
  link: string;
}
interface Choice {
  id: string;
  what: string;
  name: string;
  more: string;
  key?: string;
  run: () => void;
}

const text = ref('');
const found = ref<Found[]>([]);
let asked = 0;

watch(text, async (value) => {
  const mine = ++asked;
  if (value.trim().length < 2) {
    found.value = [];
    return;
  }
  try {
    const answer = await fetch(`/find?q=${encodeURIComponent(value)}`, { headers: { Accept: 'application/json' } });
    if (answer.ok && mine === asked) found.value = (await answer.json()) as Found[];
  } catch {
    // No connection: the actions below still work, and the screen says that it is gone.
  }
});
watch(
  () => props.open,
  () => (text.value = ''),
);

const fits = (name: string): boolean =>
  text.value
    .toLowerCase()
    .split(/\s+/)
    .every((word) => name.toLowerCase().includes(word));

const choices = computed<Choice[]>(() => [
  ...found.value.map((one) => ({ ...one, id: one.link + one.name, run: () => router.visit(one.link) })),
  ...allCommands()
    .filter((command: Command) => fits(command.name))
    .map((command) => ({
      id: command.name,
      what: 'do',
      name: command.name,
      more: '',
      key: command.key,
      run: command.run,
    })),
]);

const choose = (choice: Choice | null): void => {
  if (!choice) return;
  emit('close');
  // After the dialog has given the focus back, so that a field that the action opens keeps it.
  window.setTimeout(choice.run, 50);
};
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center p-4 pt-[10vh]">
      <DialogPanel
        class="w-full max-w-2xl rounded-edge border-2 border-ink bg-sheet"
        @keydown.esc.capture.stop="emit('close')"
      >
        <DialogTitle class="sr-only">Find or do anything</DialogTitle>
        <Combobox :model-value="null" @update:model-value="choose">
          <ComboboxInput
            class="w-full border-b border-line bg-transparent px-4 py-3 text-head outline-none placeholder:text-ink-3"
            placeholder="Find or do anything"
            aria-label="Find or do anything"
            autocomplete="off"
            :display-value="() => text"
            @change="text = ($event.target as HTMLInputElement).value"
          />
          <ComboboxOptions static class="max-h-[60vh] overflow-y-auto py-1">
            <ComboboxOption
              v-for="choice in choices"
              :key="choice.id"
              v-slot="{ active }"
              :value="choice"
              as="template"
            >
              <li class="flex items-baseline gap-3 px-4 py-1.5" :class="active ? 'bg-ink text-on-ink' : ''">
                <span class="w-16 shrink-0 text-tiny" :class="active ? '' : 'text-ink-3'">{{ choice.what }}</span>
                <span class="min-w-0 flex-1 truncate font-medium">{{ choice.name }}</span>
                <span class="truncate text-tiny" :class="active ? '' : 'text-ink-2'">{{ choice.more }}</span>
                <kbd v-if="choice.key">{{ choice.key }}</kbd>
              </li>
            </ComboboxOption>
          </ComboboxOptions>
          <p v-if="choices.length === 0" class="px-4 py-3 text-small text-ink-2">
            Nothing found. Try a name, a reference such as IN-0412, or an action.
          </p>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
