import { reactive } from 'vue';
import { beforeEach, expect, test, vi } from 'vitest';

interface Options {
  only: string[];
  onCancelToken: (token: { cancel: () => void }) => void;
  onFinish: (visit: unknown) => void;
}
const page = reactive({ url: '/alerts?q=flood+number+3' });
const reload = vi.fn<(options: Options) => void>();
vi.mock('@inertiajs/vue3', () => ({ usePage: () => page, router: { reload } }));
const { readAnew } = await import('@/lib/readAnew');

const cancel = vi.fn();
const onFinish = vi.fn();
const asked = (): Options => {
  readAnew({ only: ['found'], onFinish });
  const options = reload.mock.calls[0]?.[0] as Options;
  options.onCancelToken({ cancel });
  return options;
};
beforeEach(() => {
  vi.clearAllMocks();
  page.url = '/alerts?q=flood+number+3';
});

test('an answer for the address as it stands is taken', () => {
  const options = asked();
  expect(options.only).toEqual(['found']);
  options.onFinish({});
  expect(cancel).not.toHaveBeenCalled();
  expect(onFinish).toHaveBeenCalledOnce();
});

test('an answer to another filter than the one that stands now is dropped', () => {
  const options = asked();
  page.url = '/alerts?q=flood';
  expect(cancel).toHaveBeenCalledOnce();
  options.onFinish({});
});

test('one that has arrived is left alone', () => {
  asked().onFinish({});
  page.url = '/alerts?q=flood';
  expect(cancel).not.toHaveBeenCalled();
});
