<script setup lang="ts">
import { ref, useId } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { sizeOf } from '@/lib/size';

/** Files that go along with what is written: chosen, shown with their size, and taken away again. */
withDefaults(defineProps<{ words?: string; remove?: string; wrong?: string }>(), {
  words: 'Add pictures or files',
  remove: 'Remove',
  wrong: '',
});
const files = defineModel<File[]>({ required: true });
const MOST = 5;
const LARGEST = 10 * 1024 * 1024;
const id = useId();
const refused = ref('');
const add = (event: Event): void => {
  const input = event.target as HTMLInputElement;
  const chosen = [...(input.files ?? [])];
  const tooLarge = chosen.filter((one) => one.size > LARGEST);
  const kept = [...files.value, ...chosen.filter((one) => one.size <= LARGEST)];
  refused.value =
    tooLarge.length > 0
      ? `${tooLarge.map((one) => one.name).join(', ')}: larger than 10 MB.`
      : kept.length > MOST
        ? `${MOST} files go at once at most; the first ${MOST} are kept.`
        : '';
  files.value = kept.slice(0, MOST);
  // The same file can be chosen again after it was taken away.
  input.value = '';
};
const drop = (index: number): void => {
  refused.value = '';
  files.value = files.value.filter((_, i) => i !== index);
};
</script>

<template>
  <div class="text-small">
    <ul v-if="files.length" class="mb-1 flex flex-wrap gap-x-4 gap-y-1">
      <li v-for="(file, i) in files" :key="`${file.name}-${i}`" class="min-w-0">
        <bdi class="break-all">{{ file.name }}</bdi> <span class="text-ink-2">{{ sizeOf(file.size) }}</span>
        <button type="button" class="link ms-2 min-h-6" :aria-label="`${remove}: ${file.name}`" @click="drop(i)">
          {{ remove }}
        </button>
      </li>
    </ul>
    <template v-if="files.length < MOST">
      <input
        :id="id"
        type="file"
        multiple
        accept="image/png,image/jpeg,image/webp,image/gif,application/pdf,text/plain,.log,.txt,.csv"
        class="peer sr-only"
        @change="add"
      />
      <label
        :for="id"
        class="link inline-block cursor-pointer py-1 peer-focus-visible:outline-2 peer-focus-visible:outline-offset-2"
        >{{ words }}</label
      >
    </template>
    <TroubleNote :text="refused || wrong" />
  </div>
</template>
