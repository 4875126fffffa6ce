import { effectScope, nextTick, reactive, type EffectScope } from 'vue';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

const page = reactive<{ props: Record<string, unknown> }>({ props: {} });
const reload = vi.fn();
let mounted: (() => void)[] = [];
vi.mock('@inertiajs/vue3', () => ({ usePage: () => page, router: { reload } }));
vi.mock('vue', async (original) => ({
  ...(await original<typeof import('vue')>()),
  onMounted: (run: () => void) => mounted.push(run),
}));
const { useAskedFor } = await import('@/lib/askedFor');

describe('a prop that is given only when it is asked for', () => {
  let scope: EffectScope;
  beforeEach(() => {
    page.props = {};
    mounted = [];
    reload.mockClear();
    scope = effectScope();
  });
  afterEach(() => scope.stop());
  const needed = (isNeeded?: () => boolean): { value: unknown } | undefined => {
    const value = scope.run(() => useAskedFor<number[]>('others', isNeeded));
    mounted.forEach((run) => run());
    return value;
  };

  test('is read once it is needed, and given as it comes', async () => {
    const others = needed();
    expect(reload).toHaveBeenCalledExactlyOnceWith({ only: ['others'], preserveUrl: true });
    page.props = { others: [1] };
    await nextTick();
    expect(others?.value).toEqual([1]);
    expect(reload).toHaveBeenCalledTimes(1);
  });

  test('is read again where an answer has come without it', async () => {
    page.props = { others: [1] };
    needed();
    expect(reload).not.toHaveBeenCalled();
    page.props = { journal: [] };
    await nextTick();
    expect(reload).toHaveBeenCalledExactlyOnceWith({ only: ['others'], preserveUrl: true });
  });

  test('is not read by whom it is not for', async () => {
    needed(() => false);
    page.props = { journal: [] };
    await nextTick();
    expect(reload).not.toHaveBeenCalled();
  });
});
