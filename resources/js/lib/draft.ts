import { ref, watch, type Ref } from 'vue';

/** A text that survives a reload, a lost connection and a closed tab, until it is sent. */
export function useDraft(name: string, initial = ''): { text: Ref<string>; clear: () => void } {
  const key = `draft:${name}`;
  const text = ref(localStorage.getItem(key) ?? initial);
  watch(text, (value) => {
    if (value === initial) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  });
  return {
    text,
    clear: () => {
      text.value = initial;
      localStorage.removeItem(key);
    },
  };
}
