import { afterEach, describe, expect, test, vi } from 'vitest';
import { ask } from '@/lib/ask';

describe('what is asked beside a visit of a page', () => {
  afterEach(() => vi.unstubAllGlobals());

  test('leaves the session alone, in which an action may have left a message for its own answer', async () => {
    const asked: RequestInit[] = [];
    vi.stubGlobal('document', { cookie: 'XSRF-TOKEN=a%3D' });
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      asked.push(init);
      return { ok: true, json: async () => ({ is: 'well' }) };
    });

    expect((await ask('/incidents/1/readers')).value).toEqual({ is: 'well' });
    await ask('/incidents/1/updates/check', { text: 'x' }, { 'X-Request-Key': 'k' });
    expect(asked.map((one) => one.method)).toEqual(['GET', 'POST']);
    for (const one of asked) expect(one.headers).toMatchObject({ 'X-Live': '1', 'X-XSRF-TOKEN': 'a=' });
    expect(asked[1]?.headers).toMatchObject({ 'X-Request-Key': 'k' });
  });
});
