import { router } from '@inertiajs/vue3';
import { useEventListener } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import { newKey } from '@/lib/key';
import { lookSoon } from '@/lib/live';

type Sent = Record<string, string | number | boolean | null | string[] | number[] | File[]>;

export interface Action {
  busy: Ref<boolean>;
  /** By field; `action` is about the whole. */
  errors: Ref<Record<string, string>>;
  send: (url: string, data: Sent, done?: () => void) => void;
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

  const send = (url: string, data: Sent, done?: () => void): void => {
    if (busy.value) return;
    busy.value = true;
    errors.value = {};
    router.post(url, data, {
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
        lookSoon();
      },
    });
  };

  return { busy, errors, send };
}
