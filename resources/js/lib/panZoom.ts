import { computed, ref, type ComputedRef, type Ref } from 'vue';

interface Box {
  x: number;
  y: number;
  scale: number;
}

/** What of a large drawing is in view: dragged, zoomed at the pointer, moved by key, brought to a place. */
export interface PanZoom {
  viewBox: ComputedRef<string>;
  scale: ComputedRef<number>;
  fit: () => void;
  zoom: (factor: number, at?: { x: number; y: number }) => void;
  pan: (dx: number, dy: number) => void;
  /** Brings a place of the drawing into view, if it is not. */
  show: (x: number, y: number, width: number, height: number) => void;
  onWheel: (event: WheelEvent) => void;
  onPointerDown: (event: PointerEvent) => void;
}

const LEAST = 0.04;
const MOST = 3;
/** Below that names cannot be read: a drawing that would have to be smaller begins in part. */
const READABLE = 0.55;
const MARGIN = 24;

export function usePanZoom(
  view: Ref<HTMLElement | null>,
  size: () => { width: number; height: number },
  start: () => { x: number; y: number } | null,
): PanZoom {
  const box = ref<Box>({ x: 0, y: 0, scale: 1 });
  const shown = (): { width: number; height: number } => ({
    width: view.value?.clientWidth || 800,
    height: view.value?.clientHeight || 400,
  });
  const clamp = (scale: number): number => Math.min(MOST, Math.max(LEAST, scale));

  const fit = (): void => {
    const [whole, port] = [size(), shown()];
    const scale = clamp(Math.min(1, port.width / whole.width, port.height / whole.height));
    const at = scale < READABLE ? start() : null;
    if (at) {
      const near = READABLE + 0.15;
      box.value = { scale: near, x: at.x - port.width / near / 2, y: at.y - port.height / near / 2 };
    } else {
      box.value = {
        scale,
        x: (whole.width - port.width / scale) / 2,
        y: Math.min(0, (whole.height - port.height / scale) / 2),
      };
    }
  };
  const zoom = (factor: number, at?: { x: number; y: number }): void => {
    const port = shown();
    const point = at ?? { x: port.width / 2, y: port.height / 2 };
    const { x, y, scale } = box.value;
    const next = clamp(scale * factor);
    box.value = { scale: next, x: x + point.x / scale - point.x / next, y: y + point.y / scale - point.y / next };
  };
  const pan = (dx: number, dy: number): void => {
    const { x, y, scale } = box.value;
    box.value = { scale, x: x + dx / scale, y: y + dy / scale };
  };
  const show = (x: number, y: number, width: number, height: number): void => {
    const port = shown();
    const { scale } = box.value;
    const [right, bottom] = [box.value.x + port.width / scale, box.value.y + port.height / scale];
    const isIn =
      x >= box.value.x + MARGIN &&
      y >= box.value.y + MARGIN &&
      x + width <= right - MARGIN &&
      y + height <= bottom - MARGIN;
    if (isIn && scale >= READABLE) return;
    const next = Math.max(scale, READABLE + 0.15);
    box.value = { scale: next, x: x + width / 2 - port.width / next / 2, y: y + height / 2 - port.height / next / 2 };
  };
  const onWheel = (event: WheelEvent): void => {
    event.preventDefault();
    const bounds = view.value?.getBoundingClientRect();
    if (event.ctrlKey || event.metaKey || !event.shiftKey) {
      zoom(Math.exp(-event.deltaY / 500), bounds && { x: event.clientX - bounds.left, y: event.clientY - bounds.top });
    } else {
      pan(event.deltaX || event.deltaY, 0);
    }
  };
  const onPointerDown = (event: PointerEvent): void => {
    if (event.button !== 0) return;
    let [lastX, lastY] = [event.clientX, event.clientY];
    const move = (moved: PointerEvent): void => {
      pan(lastX - moved.clientX, lastY - moved.clientY);
      [lastX, lastY] = [moved.clientX, moved.clientY];
    };
    const up = (): void => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
  };
  const viewBox = computed(() => {
    const port = shown();
    return `${box.value.x} ${box.value.y} ${port.width / box.value.scale} ${port.height / box.value.scale}`;
  });

  return { viewBox, scale: computed(() => box.value.scale), fit, zoom, pan, show, onWheel, onPointerDown };
}
