import { effectScope, nextTick, ref, type EffectScope } from 'vue';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useScreenfulFirst } from '@/lib/screenful';

describe('a long list, a screen of it first', () => {
  let scope: EffectScope;
  let frames: (() => void)[] = [];
  const list = ref<number[]>([]);
  const filter = ref({});
  const upTo = (count: number): number[] => Array.from({ length: count }, (_, n) => n);
  const frame = (): void => {
    frames.splice(0).forEach((run) => run());
    vi.advanceTimersByTime(0);
  };

  beforeEach(() => {
    vi.useFakeTimers();
    frames = [];
    vi.stubGlobal('window', {
      requestAnimationFrame: (run: () => void) => frames.push(run),
      cancelAnimationFrame: () => (frames = []),
      setTimeout: (run: () => void, after: number) => setTimeout(run, after),
      clearTimeout: (timer: number) => clearTimeout(timer),
    });
    scope = effectScope();
  });
  afterEach(() => {
    scope.stop();
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
  const shown = (): { value: number[] } =>
    scope.run(() =>
      useScreenfulFirst(
        () => list.value,
        () => filter.value,
      ),
    ) ?? { value: [] };

  test('grows by a screen with each frame, until it is whole', () => {
    list.value = upTo(50);
    const seen = shown();
    expect(seen.value).toEqual(upTo(20));
    frame();
    expect(seen.value).toEqual(upTo(40));
    frame();
    expect(seen.value).toEqual(upTo(50));
    expect(frames).toEqual([]);
  });

  test('what comes later to a list that was whole is there at once', () => {
    list.value = upTo(3);
    const seen = shown();
    expect(seen.value).toEqual(upTo(3));
    list.value = upTo(300);
    expect(seen.value).toEqual(upTo(300));
  });

  test('is whole on a page in the background, which gets no frames', () => {
    list.value = upTo(60);
    const seen = shown();
    vi.advanceTimersByTime(249);
    expect(seen.value).toHaveLength(20);
    vi.advanceTimersByTime(1000);
    expect(seen.value).toHaveLength(60);
  });

  test('begins anew with another list, and not with news of the same', async () => {
    list.value = upTo(40);
    const seen = shown();
    frame();
    frame();
    list.value = upTo(41);
    await nextTick();
    expect(seen.value).toHaveLength(41);
    filter.value = {};
    await nextTick();
    expect(seen.value).toHaveLength(20);
    frame();
    frame();
    expect(seen.value).toHaveLength(41);
  });

  test('asks for no more frames once its page is gone', () => {
    list.value = upTo(40);
    const seen = shown();
    scope.stop();
    expect(frames).toEqual([]);
    vi.advanceTimersByTime(1000);
    expect(seen.value).toHaveLength(20);
  });
});
