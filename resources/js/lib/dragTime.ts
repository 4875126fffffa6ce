import { computed, ref, type ComputedRef } from 'vue';

/** Closer than this, in pixels, two ends are one moment. */
const ONE_MOMENT = 6;

interface Dragging {
  press: (event: PointerEvent) => void;
  move: (event: PointerEvent) => void;
  release: () => void;
  /** Both ends, while it is being drawn. */
  drawn: ComputedRef<[number, number] | null>;
}

/**
 * A span of time that is drawn with the pointer over a drawing; a press without a way is a moment.
 *
 * @param timeAt the time at which the pointer stands, in milliseconds since the epoch
 * @param x where a time stands, in pixels
 */
export function useDragTime(
  timeAt: (event: PointerEvent) => number,
  x: (time: number) => number,
  done: { narrow: (from: number, to: number) => void; moment: (at: number) => void },
): Dragging {
  const ends = ref<[number, number] | null>(null);
  return {
    press: (event) => {
      if (event.button !== 0 || (event.target as Element).closest('a')) return;
      const at = timeAt(event);
      ends.value = [at, at];
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
    },
    move: (event) => {
      if (ends.value) ends.value = [ends.value[0], timeAt(event)];
    },
    release: () => {
      const drawn = ends.value;
      ends.value = null;
      if (!drawn) return;
      const [a, b] = drawn;
      if (Math.abs(x(a) - x(b)) < ONE_MOMENT) done.moment(Math.round(b));
      else done.narrow(Math.min(a, b), Math.max(a, b));
    },
    drawn: computed(() => ends.value),
  };
}
