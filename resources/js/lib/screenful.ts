import { computed, onScopeDispose, ref, watch, type ComputedRef } from 'vue';

/** More than the tallest screen shows of lines that are one decision each. */
const SCREENFUL = 20;

/**
 * A long list stands at once as far as a screen reaches, and a screen more with each frame from then on: what nobody sees
 * yet keeps nobody waiting.
 *
 * @param list all of it
 * @param anew changes when the list becomes another one, and is not the same one with news
 */
export function useScreenfulFirst<T>(list: () => T[], anew: () => unknown): ComputedRef<T[]> {
  const reached = ref(0);
  let frame = 0;
  let timer = 0;
  const stop = (): void => {
    window.cancelAnimationFrame(frame);
    window.clearTimeout(timer);
  };
  const further = (): void => {
    stop();
    reached.value += SCREENFUL;
    if (reached.value >= list().length) {
      reached.value = Infinity;
      return;
    }
    // After a frame, not in it. A page in the background gets no frames, and is to be whole when it is turned to.
    frame = window.requestAnimationFrame(() => {
      window.clearTimeout(timer);
      timer = window.setTimeout(further, 0);
    });
    timer = window.setTimeout(further, 250);
  };
  watch(
    anew,
    () => {
      reached.value = 0;
      further();
    },
    { immediate: true },
  );
  onScopeDispose(stop);
  return computed(() => list().slice(0, reached.value));
}
