import { router } from '@inertiajs/vue3';
import { useEventListener } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import { newKey } from '@/lib/key';
import { act, ALWAYS } from '@/lib/live';

type Sent = Record<string, string | number | boolean | null | string[] | number[] | File[]>;

export interface Action {
  busy: Ref<boolean>;
  /** By field; `action` is about the whole. */
  errors: Ref<Record<string, string>>;
  /** @param only  props that it changes, where those are few */
  send: (url: string, data: Sent, done?: () => void, only?: string[]) => void;
}

/**
 * Sends what a person asks for, once: a double click sends nothing twice, and the same request that is sent again
 * after a lost connection carries the same key, by which the server knows it.
 */
export function useAction(): Action {
  const busy = ref(false);
  const errors = ref<Record<string, string>>({});
  let key = newKey();
  // What was wrong is being mended: the next answer says whether it is.
  useEventListener(document, 'input', () => {
    if (Object.keys(errors.value).length > 0 && !busy.value) errors.value = {};
  });

  const send = (url: string, data: Sent, done?: () => void, only?: string[]): void => {
    if (busy.value) return;
    busy.value = true;
    errors.value = {};
    const acted = act();
    router.post(url, data, {
      ...(only ? { only: [...only, ...ALWAYS, 'now'] } : {}),
      headers: { 'X-Request-Key': key },
      preserveState: true,
      preserveScroll: true,
      onSuccess: () => {
        key = newKey();
        done?.();
      },
      onError: (refused) => {
        errors.value = refused as Record<string, string>;
      },
      onNetworkError: () => {
        errors.value = { action: 'Not sent: the connection is gone. Nothing is lost; send it again when it is back.' };
      },
      onFinish: () => {
        busy.value = false;
        acted();
      },
    });
  };

  return { busy, errors, send };
}
