import { describe, expect, test } from 'vitest';
import { mended, placeOf, unreadWords } from '@/lib/foundInWords';

describe('what disagrees with the record in words to outsiders', () => {
  const text = '🚢 waits since 07:15, at Ask.';
  const slip = { at: 14, length: 5, found: '07:15', instead: '07:05' };

  test('stands where it was counted in characters', () => {
    const [from, to] = placeOf(text, slip);
    expect(text.slice(from, to)).toBe('07:15');
    expect(placeOf('at 07:15', { at: 3, length: 5 })).toEqual([3, 8]);
  });

  test('is mended in its place', () => {
    expect(mended(text, slip)).toBe('🚢 waits since 07:05, at Ask.');
  });

  test('is left where there is nothing to say instead, or where it was changed since', () => {
    expect(mended(text, { ...slip, instead: null })).toBe(text);
    expect(mended(`So ${text}`, slip)).toBe(`So ${text}`);
  });

  test('is told apart from what cannot be read', () => {
    expect(unreadWords(['Card payment'])).toContain('of Card payment.');
    expect(unreadWords(['Card payment', 'Online booking', 'Vehicle lanes'])).toContain(
      'of Card payment, Online booking and Vehicle lanes.',
    );
  });
});
