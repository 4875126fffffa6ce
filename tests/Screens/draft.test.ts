import { beforeEach, expect, test, vi } from 'vitest';
import { nextTick } from 'vue';
import { useDraft } from '@/lib/draft';

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
});
beforeEach(() => kept.clear());

test.each([
  ['nothing was typed since', 'Lane 3 is open', ''],
  ['more was typed behind it', 'Lane 3 is open\nLane 4 too', 'Lane 4 too'],
  ['something else stands there', 'Lane 4', 'Lane 4'],
])('of what is sent, where %s, the rest stays', async (_, typed, stays) => {
  const { text, clear } = useDraft('note');
  text.value = typed;
  await nextTick();
  clear('Lane 3 is open');
  await nextTick();
  expect(text.value).toBe(stays);
  expect(kept.get('draft:note') ?? '').toBe(stays);
});

test('what was not sent is there again', async () => {
  useDraft('note').text.value = 'Lane 3';
  await nextTick();
  const { text, clear } = useDraft('note');
  expect(text.value).toBe('Lane 3');
  clear();
  expect(useDraft('note').text.value).toBe('');
});
