import { expect, test } from 'vitest';
import { beside } from '@/lib/beside';

type Visit = Parameters<typeof beside>[0];
const before = (visit: Partial<Visit>): Visit => {
  const whole = { method: 'get', async: true, only: ['band'], headers: {}, preserveUrl: false, ...visit } as Visit;
  beside(whole);
  return whole;
};

test('what a page reads first of all leaves messages and the address to others', () => {
  const { headers, preserveUrl } = before({ deferredProps: true });
  expect([headers, preserveUrl]).toEqual([{ 'X-Live': '1' }, true]);
});

test('what is asked for more of the page stands in its address', () => {
  const { headers, preserveUrl } = before({ headers: { 'Cache-Control': 'no-cache' } });
  expect([headers, preserveUrl]).toEqual([{ 'Cache-Control': 'no-cache', 'X-Live': '1' }, false]);
});

test.each([
  ['a deed', { method: 'post' as const }],
  ['another page', { async: false }],
  ['all of a page', { only: [] }],
])('%s takes the messages that are there', (_, visit) => {
  expect(before({ ...visit, deferredProps: true })).toMatchObject({ headers: {}, preserveUrl: false });
});
