import { effectScope, nextTick, ref, type EffectScope } from 'vue';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';

const ask = vi.fn();
vi.mock('@/lib/ask', () => ({ ask }));
const { useFoundInWords } = await import('@/lib/foundInWords');

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers();
  ask.mockReset();
  ask.mockImplementation((_, words: { text: string }) =>
    Promise.resolve({ value: { drafts: { versions: [{ text: `Staff: ${words.text}` }] } } }),
  );
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});

const writing = () => {
  const [text, staff] = [ref('Late.'), ref('')];
  const words = () => ({ stage: 'looking', text: text.value, meanwhile: null, next_minutes: 30, staff: staff.value });
  const { upToDate } = scope.run(() =>
    useFoundInWords(7, words, (drafts) => (staff.value = drafts.versions[0]?.text ?? '')),
  ) as ReturnType<typeof useFoundInWords>;
  return { text, staff, upToDate };
};

test('what was typed in the last moment is in what is put together when it is sent', async () => {
  const { text, staff, upToDate } = writing();
  await vi.advanceTimersByTimeAsync(1000);
  expect(staff.value).toBe('Staff: Late.');
  text.value = 'Late, and the lift is out.';
  await nextTick();
  await upToDate();
  expect(staff.value).toBe('Staff: Late, and the lift is out.');
});

test('nothing is asked again where nothing was changed', async () => {
  const { upToDate } = writing();
  await vi.advanceTimersByTimeAsync(2000);
  const before = ask.mock.calls.length;
  await upToDate();
  expect(ask).toHaveBeenCalledTimes(before);
});

test('what cannot be asked stops nobody from sending', async () => {
  const { text, staff, upToDate } = writing();
  await vi.advanceTimersByTimeAsync(2000);
  ask.mockResolvedValue({ value: null });
  text.value = 'Late again.';
  await nextTick();
  await upToDate();
  expect(staff.value).toBe('Staff: Late.');
});
