import { beforeEach, expect, test, vi } from 'vitest';

interface Visit {
  id: string;
  method: string;
  async: boolean;
  url: URL;
  onFinish?: () => void;
  onNetworkError?: () => void;
}
type Hear = (event: { detail: Record<string, unknown> }) => unknown;
const hears = new Map<string, Hear>();
const gone: string[] = [];
const tell = (what: string, detail: Record<string, unknown>): unknown => hears.get(what)?.({ detail });
let seen = 0;

/** The router, as far as the order of visits goes. */
const visit = (url: URL | string, options: Partial<Visit> = {}): Visit => {
  const whole = {
    ...{ id: String(++seen), method: 'get', async: false, ...options },
    url: new URL(url, 'http://127.0.0.1'),
  };
  if (tell('before', { visit: whole }) === false) return whole;
  gone.push(whole.url.pathname);
  tell('start', { visit: whole });
  return whole;
};
vi.mock('@inertiajs/vue3', () => ({
  router: { on: (what: string, hear: Hear) => hears.set(what, hear), visit },
}));
const closing = vi.fn<(what: string, hear: (event: { preventDefault: () => void }) => void) => void>();
vi.stubGlobal('window', { addEventListener: closing });
const { keepTurns, waits } = await import('@/lib/inTurn');
keepTurns();

const deed = (address: string, heard: Partial<Visit> = {}): Visit => visit(address, { method: 'post', ...heard });
const end = (of: Visit, how?: 'success' | 'error'): void => {
  if (how) tell(how, { visitId: of.id });
  tell('finish', { visit: of });
  vi.runAllTimers();
};
beforeEach(() => {
  vi.useFakeTimers();
  gone.length = 0;
});

test('what is asked for while something is under way goes after it, in the order of the presses', () => {
  const begin = deed('/begin');
  const tick = deed('/tick');
  const over = deed('/over');
  expect(gone).toEqual(['/begin']);
  end(begin, 'success');
  expect(gone).toEqual(['/begin', '/tick']);
  end(tick, 'error');
  expect(gone).toEqual(['/begin', '/tick', '/over']);
  end(over, 'success');
  end(deed('/later'), 'success');
  expect(gone).toEqual(['/begin', '/tick', '/over', '/later']);
});

test('where no answer comes, nothing that was asked for after it is sent, and each hears so', () => {
  const heard: string[] = [];
  const begin = deed('/begin');
  for (const name of ['tick', 'over'])
    deed(`/${name}`, { onNetworkError: () => heard.push(`${name} lost`), onFinish: () => heard.push(`${name} ended`) });
  end(begin);
  expect(gone).toEqual(['/begin']);
  expect(heard).toEqual(['tick lost', 'tick ended', 'over lost', 'over ended']);
  end(deed('/begin'), 'success');
  expect(gone).toEqual(['/begin', '/begin']);
});

test('whoever leaves goes to the last place they asked for once all is done', () => {
  const begin = deed('/begin');
  const ended = vi.fn();
  visit('/rota', { onFinish: ended });
  visit('/estate');
  const tick = deed('/tick');
  expect(ended).toHaveBeenCalledOnce();
  end(begin, 'success');
  expect(waits.value).toBe(true);
  end(tick, 'success');
  expect(waits.value).toBe(false);
  expect(gone).toEqual(['/begin', '/tick', '/estate']);
});

test.each(['error', undefined] as const)(
  'whoever wants to leave stays where they are refused, or hear nothing (%s)',
  (how) => {
    const begin = deed('/begin');
    visit('/rota');
    expect(waits.value).toBe(true);
    end(begin, how);
    expect(waits.value).toBe(false);
    expect(gone).toEqual(['/begin']);
    visit('/estate');
    expect(gone).toEqual(['/begin', '/estate']);
  },
);

test('whoever asks for the same place again after a while goes at once, and a double press is one', () => {
  const begin = deed('/begin');
  deed('/tick');
  visit('/rota');
  visit('/rota');
  expect(gone).toEqual(['/begin']);
  vi.advanceTimersByTime(1001);
  visit('/rota');
  expect(waits.value).toBe(false);
  expect(gone).toEqual(['/begin', '/rota']);
  end(begin);
  expect(gone).toEqual(['/begin', '/rota']);
});

test('whoever closes the page while something waits is asked first', () => {
  const asks = (): boolean => {
    const preventDefault = vi.fn();
    for (const [, hear] of closing.mock.calls) hear({ preventDefault });
    return preventDefault.mock.calls.length > 0;
  };
  expect(closing.mock.calls[0]?.[0]).toBe('beforeunload');
  const begin = deed('/begin');
  expect(asks()).toBe(false);
  const tick = deed('/tick');
  expect(asks()).toBe(true);
  end(begin, 'success');
  expect(asks()).toBe(false);
  end(tick, 'success');
});

test('what a page reads beside goes at any time, and ends nothing', () => {
  const begin = deed('/begin');
  const beside = visit('/news', { async: true });
  end(beside, 'success');
  deed('/tick');
  expect(gone).toEqual(['/begin', '/news']);
  end(begin, 'success');
  expect(gone).toEqual(['/begin', '/news', '/tick']);
  end({ ...begin, id: String(seen) }, 'success');
});
