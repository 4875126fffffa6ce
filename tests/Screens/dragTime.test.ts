import { describe, expect, test, vi } from 'vitest';
import { useDragTime } from '@/lib/dragTime';

describe('a span of time that is drawn', () => {
  const HOUR = 3_600_000;
  const event = (x: number, more: { button?: number; link?: boolean } = {}): PointerEvent =>
    ({
      button: more.button ?? 0,
      clientX: x,
      pointerId: 7,
      target: { closest: () => (more.link ? {} : null) },
      currentTarget: { setPointerCapture: vi.fn() },
    }) as unknown as PointerEvent;
  const drawing = () => {
    const done = { narrow: vi.fn(), moment: vi.fn() };
    // Ten pixels are an hour.
    const drag = useDragTime(
      (at) => (at.clientX / 10) * HOUR,
      (time) => (time / HOUR) * 10,
      done,
    );
    return { done, ...drag };
  };

  test('goes from the earlier to the later end, whichever came first', () => {
    const { done, press, move, release, drawn } = drawing();
    press(event(80));
    move(event(50));
    expect(drawn.value).toEqual([8 * HOUR, 5 * HOUR]);
    release();
    expect(done.narrow).toHaveBeenCalledExactlyOnceWith(5 * HOUR, 8 * HOUR);
    expect(done.moment).not.toHaveBeenCalled();
    expect(drawn.value).toBeNull();
  });

  test('is a moment where the pointer hardly moved', () => {
    const { done, press, move, release } = drawing();
    press(event(80));
    move(event(85));
    release();
    expect(done.moment).toHaveBeenCalledExactlyOnceWith(8.5 * HOUR);
    expect(done.narrow).not.toHaveBeenCalled();
    press(event(80));
    move(event(86));
    release();
    expect(done.narrow).toHaveBeenCalledExactlyOnceWith(8 * HOUR, 8.6 * HOUR);
  });

  test('begins on no link and with no other button, and ends once', () => {
    const { done, press, move, release, drawn } = drawing();
    press(event(80, { link: true }));
    press(event(80, { button: 2 }));
    move(event(20));
    expect(drawn.value).toBeNull();
    release();
    press(event(80));
    release();
    release();
    expect(done.moment).toHaveBeenCalledTimes(1);
    expect(done.narrow).not.toHaveBeenCalled();
  });
});
