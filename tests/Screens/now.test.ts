import { afterEach, beforeEach, expect, test, vi } from 'vitest';

beforeEach(() => {
  vi.useFakeTimers();
  vi.resetModules();
});
afterEach(() => {
  vi.useRealTimers();
});

test('the present changes as each second of the server’s clock begins, and at no other time', async () => {
  vi.setSystemTime('2026-11-30T03:00:00.300Z');
  const { followServerTime, useNow } = await import('@/lib/time');
  const now = useNow();
  // This machine is 10.5 seconds behind.
  followServerTime('2026-11-30T03:00:10.800Z');
  expect(new Date(now.value).toISOString()).toBe('2026-11-30T03:00:10.800Z');
  const seen: string[] = [];
  for (let passed = 0; passed < 4000; passed += 50) {
    const before = now.value;
    vi.advanceTimersByTime(50);
    if (now.value !== before) seen.push(new Date(now.value).toISOString().slice(14, 23));
  }
  // The tick that was under way is the machine's own; from then on they are the server's.
  expect(seen).toEqual(['00:11.500', '00:12.000', '00:13.000', '00:14.000']);
});

test('what begins now begins by the server’s clock, on a machine whose clock is days behind', async () => {
  vi.setSystemTime('2026-11-30T03:00:00Z');
  const { followServerTime, presently } = await import('@/lib/time');
  const { layerOf } = await import('@/pages/Rota/rota');
  expect(layerOf([], 'Europe/Oslo').starts).toBe('2026-12-07T09:00');
  followServerTime('2026-12-07T22:59:59Z');
  expect(new Date(presently()).toISOString()).toBe('2026-12-07T22:59:59.000Z');
  vi.advanceTimersByTime(1000);
  expect(layerOf([], 'Europe/Oslo').starts).toBe('2026-12-14T09:00');
  followServerTime('2026-12-14T23:00:00Z');
  expect(layerOf([], 'Europe/Oslo').starts).toBe('2026-12-21T09:00');
});
