import { ref, watch, type Ref } from 'vue';

interface Draft {
  text: Ref<string>;
  /** @param sent  what was sent: what somebody has typed behind it meanwhile, or instead of it, stays */
  clear: (sent?: string) => void;
}

/** A text that survives a reload, a lost connection and a closed tab, until it is sent. */
export function useDraft(name: string, initial = ''): Draft {
  const key = `draft:${name}`;
  const text = ref(localStorage.getItem(key) ?? initial);
  watch(text, (value) => {
    if (value === initial) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  });
  return {
    text,
    clear: (sent = text.value) => {
      if (text.value === sent) {
        text.value = initial;
        localStorage.removeItem(key);
      } else if (text.value.startsWith(sent)) text.value = text.value.slice(sent.length).trimStart();
    },
  };
}
