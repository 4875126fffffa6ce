import { describe, expect, test } from 'vitest';
import type { DraftLine } from '@/lib/shapes';
import { goesOut, merged, type Written } from '@/pages/Updates/writing';

const draft = (more: Partial<DraftLine> = {}): DraftLine => ({
  ...{ version: 'staff', words: 'Staff', language: 'no', text: 'Ny', meanwhile: '', missing: [] },
  ...more,
});
const written = (more: Partial<Written> = {}): Written => ({
  ...draft({ text: 'Før' }),
  isEdited: false,
  isRead: false,
  ...more,
});

describe('what is put together anew while somebody writes', () => {
  test('takes the place of what nobody touched', () => {
    expect(merged([written()], [draft()])[0]?.text).toBe('Ny');
    expect(merged([], [draft()])).toEqual([{ ...draft(), isEdited: false, isRead: false }]);
  });

  test('leaves what a person wrote', () => {
    const mine = written({ text: 'Min', isEdited: true });
    expect(merged([mine], [draft({ missing: ['x'] })])).toEqual([{ ...mine, missing: ['x'] }]);
  });

  test('was read only as long as it says the same', () => {
    expect(merged([written({ text: 'Ny', isRead: true })], [draft()])[0]?.isRead).toBe(true);
    expect(merged([written({ isRead: true })], [draft()])[0]?.isRead).toBe(false);
    expect(merged([written({ text: 'Ny', meanwhile: 'a', isRead: true })], [draft()])[0]?.isRead).toBe(false);
    expect(merged([written({ text: 'Ny', language: 'de', isRead: true })], [draft()])[0]?.isRead).toBe(false);
  });
});

describe('a version goes out', () => {
  test('where it is whole, and everybody reads what the facts say', () => {
    expect(goesOut(written(), 'en', false)).toBe(true);
    expect(goesOut(written({ missing: ['x'] }), 'en', false)).toBe(false);
    expect(goesOut(written(), 'en', true)).toBe(false);
    expect(goesOut(written({ language: 'en' }), 'en', true)).toBe(true);
    expect(goesOut(written({ text: ' ' }), 'en', false)).toBe(false);
  });

  test('where a person has read or written it', () => {
    expect(goesOut(written({ missing: ['x'], isRead: true }), 'en', true)).toBe(true);
    expect(goesOut(written({ missing: ['x'], isEdited: true }), 'en', true)).toBe(true);
    expect(goesOut(written({ text: '', isEdited: true }), 'en', true)).toBe(false);
  });
});
