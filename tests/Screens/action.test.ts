import { beforeEach, expect, test, vi } from 'vitest';
import { effectScope, nextTick, watchEffect } from 'vue';

interface Options {
  headers: Record<string, string>;
  onSuccess: () => void;
  onError: (errors: Record<string, string>) => void;
  onHttpException: (response: { status: number }) => void;
  onNetworkError: () => void;
  onFinish: () => void;
}
const post = vi.fn<(url: string, data: unknown, options: Options) => void>();
vi.mock('@inertiajs/vue3', () => ({ router: { post } }));
vi.mock('@vueuse/core', () => ({ useEventListener: () => undefined }));
vi.mock('@/lib/live', () => ({ act: () => () => undefined, ALWAYS: [] }));
vi.stubGlobal('document', {});
const { unheard, useAction } = await import('@/lib/action');

const scope = effectScope();
const begun = (): ReturnType<typeof useAction> => effectScope(true).run(useAction) as ReturnType<typeof useAction>;
const sent = (n: number): Options => post.mock.calls[n]?.[2] as Options;
const key = (n: number): string => sent(n).headers['X-Request-Key'] ?? '';
beforeEach(() => {
  vi.clearAllMocks();
  unheard.value = null;
});

test('a double press sends nothing twice, another press is sent with a key of its own', () => {
  const action = begun();
  const done: string[] = [];
  action.send('/take', { ids: [1] }, () => done.push('one'));
  action.send('/take', { ids: [1] }, () => done.push('one again'));
  action.send('/take', { ids: [2] }, () => done.push('two'));
  expect(post).toHaveBeenCalledTimes(2);
  expect(key(0)).not.toBe(key(1));
  sent(0).onSuccess();
  sent(0).onFinish();
  expect(action.busy.value).toBe(true);
  sent(1).onSuccess();
  sent(1).onFinish();
  expect(action.busy.value).toBe(false);
  expect(done).toEqual(['one', 'two']);
});

test('files that are the same are no reason to send twice, others are', () => {
  const action = begun();
  const file = (name: string): File => new File(['x'], name, { lastModified: 1 });
  action.send('/say', { text: 'Look', files: [file('a.png')] });
  action.send('/say', { text: 'Look', files: [file('a.png')] });
  action.send('/say', { text: 'Look', files: [file('b.png')] });
  expect(post).toHaveBeenCalledTimes(2);
});

test.each([
  ['no server', (one: Options): void => one.onNetworkError(), 'Not sent: the connection is gone.'],
  ['trouble', (one: Options): void => one.onHttpException({ status: 503 }), 'Skarvo had trouble with this'],
])('what found %s is sent again with its key, and what is changed with another', (_, fail, says) => {
  const action = begun();
  action.send('/say', { text: 'Lane 3' });
  fail(sent(0));
  sent(0).onFinish();
  expect(action.errors.value['action']).toContain(says);
  action.send('/say', { text: 'Lane 3' });
  expect(action.errors.value).toEqual({});
  sent(1).onNetworkError();
  sent(1).onFinish();
  action.send('/say', { text: 'Lane 4' });
  expect(key(1)).toBe(key(0));
  expect(key(2)).not.toBe(key(0));
  sent(2).onSuccess();
  sent(2).onFinish();
  // Asked for anew, after something else was done: not the one from before.
  action.send('/say', { text: 'Lane 3' });
  expect(key(3)).not.toBe(key(0));
  expect(unheard.value).toBeNull();
});

test('a page that comes instead of an answer is no success', () => {
  const action = begun();
  const done = vi.fn();
  action.send('/say', { text: 'Lane 3' }, done);
  sent(0).onHttpException({ status: 403 });
  sent(0).onSuccess();
  sent(0).onFinish();
  expect(done).not.toHaveBeenCalled();
});

test('why something was not done is told also where its place on the screen is gone', async () => {
  const action = scope.run(useAction) as ReturnType<typeof useAction>;
  action.send('/publish', { text: 'All lanes' });
  scope.stop();
  sent(0).onError({ text: 'Say by when.' });
  sent(0).onFinish();
  await nextTick();
  expect(unheard.value).toBe('Say by when.');
});

test('why something was not done is told where nothing else tells it, and once where something does', async () => {
  const silent = begun();
  silent.send('/confirm', {});
  sent(0).onNetworkError();
  sent(0).onFinish();
  await nextTick();
  expect(unheard.value).toContain('Not sent');
  const other = begun();
  other.send('/elsewhere', {});
  expect(unheard.value).toContain('Not sent');
  silent.send('/confirm', {});
  expect(unheard.value).toBeNull();
  const action = begun();
  const shown: string[] = [];
  watchEffect(() => shown.push(Object.values(action.errors.value)[0] ?? ''));
  action.send('/confirm', {});
  sent(3).onError({ action: 'Somebody has.' });
  await nextTick();
  expect(unheard.value).toBeNull();
  expect(shown).toContain('Somebody has.');
});

test('who leaves before the answer comes is told that nobody knows', () => {
  const action = begun();
  action.send('/publish', { text: 'All lanes' });
  sent(0).onFinish();
  expect(unheard.value).toContain('It is not known whether this was done');
});
