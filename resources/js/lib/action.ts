import { router } from '@inertiajs/vue3';
import { useEventListener } from '@vueuse/core';
import { customRef, nextTick, onScopeDispose, ref, type Ref } from 'vue';
import { newKey } from '@/lib/key';
import { act, ALWAYS } from '@/lib/live';

type Sent = Record<string, string | number | boolean | null | string[] | number[] | File | File[]>;

export interface Action {
  busy: Ref<boolean>;
  /** By field; `action` is about the whole. */
  errors: Ref<Record<string, string>>;
  /** @param only  props that it changes, where those are few */
  send: (url: string, data: Sent, done?: () => void, only?: string[]) => void;
}

/**
 * Why something was not done, where no place on the screen says it: a sheet may be closed before the answer comes, or a
 * button may stand where nothing is said.
 */
export const unheard = ref<string | null>(null);

const LOST = 'Not sent: the connection is gone. Nothing is lost; send it again when it is back.';
const FAILED = 'Skarvo had trouble with this, and it may not be done. Nothing is lost; send it again.';
const LEFT =
  'It is not known whether this was done: this screen was left before the answer came. Look before you ask again.';

const same = (url: string, data: Sent): string =>
  JSON.stringify([url, data], (_, value: unknown) =>
    value instanceof File ? [value.name, value.size, value.lastModified] : value,
  );

/**
 * Sends what a person asks for, once: a double click sends nothing twice, and the same request that is sent again
 * after a lost connection carries the same key, by which the server knows it. Something else that is asked for meanwhile waits
 * for its turn.
 */
export function useAction(): Action {
  const busy = ref(false);
  let why: Record<string, string> = {};
  let isRead = false;
  const errors = customRef<Record<string, string>>((track, trigger) => {
    return {
      get: () => {
        isRead = true;
        track();

        return why;
      },
      set: (now) => {
        why = now;
        trigger();
      },
    };
  });
  const underWay = new Set<string>();
  /** Of what had no answer, and may be sent again. */
  const keys = new Map<string, string>();
  let isGone = false;
  /** What was told of this where no place of its own says it. */
  let apart: string | null = null;
  onScopeDispose(() => (isGone = true));
  const refuse = (refused: Record<string, string>): void => {
    errors.value = refused;
    isRead = false;
    // By then whatever says it has read it.
    void nextTick(() => {
      if (isGone || !isRead) unheard.value = apart = Object.values(refused)[0] ?? null;
    });
  };
  // What was wrong is being mended: the next answer says whether it is.
  useEventListener(document, 'input', () => {
    if (Object.keys(why).length > 0 && !busy.value) errors.value = {};
  });

  const send = (url: string, data: Sent, done?: () => void, only?: string[]): void => {
    const what = same(url, data);
    if (underWay.has(what)) return;
    underWay.add(what);
    if (!busy.value) errors.value = {};
    // It is asked for again: what was wrong with it before is no longer said.
    if (apart !== null && unheard.value === apart) unheard.value = null;
    busy.value = true;
    const key = keys.get(what) ?? newKey();
    keys.set(what, key);
    const acted = act();
    let isAnswered = false;
    let isFailed = false;
    router.post(url, data, {
      ...(only ? { only: [...only, ...ALWAYS, 'now'] } : {}),
      headers: { 'X-Request-Key': key },
      preserveState: true,
      preserveScroll: true,
      onSuccess: () => {
        isAnswered = true;
        if (isFailed) return;
        keys.clear();
        done?.();
      },
      onError: (refused) => {
        isAnswered = true;
        refuse(refused as Record<string, string>);
      },
      // Also what may not be done any more, which brings a page of its own.
      onHttpException: ({ status }) => {
        isAnswered = isFailed = true;
        if (status >= 500) refuse({ action: FAILED });
      },
      onNetworkError: () => {
        isAnswered = true;
        refuse({ action: LOST });
      },
      onFinish: () => {
        if (!isAnswered) unheard.value = LEFT;
        underWay.delete(what);
        busy.value = underWay.size > 0;
        acted();
      },
    });
  };

  return { busy, errors, send };
}
