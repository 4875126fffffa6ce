import { ref, watch, type Ref } from 'vue';

/** Which of the things in a list arrived since it was first shown: they are marked for a while. */
export function useFresh(ids: () => (string | number)[]): Ref<Set<string | number>> {
  const fresh = ref(new Set<string | number>());
  const known = new Set(ids());
  watch(ids, (present) => {
    for (const id of present) {
      if (known.has(id)) continue;
      known.add(id);
      fresh.value.add(id);
      window.setTimeout(() => fresh.value.delete(id), 6000);
    }
  });
  return fresh;
}
