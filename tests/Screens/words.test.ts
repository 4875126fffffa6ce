import { describe, expect, test } from 'vitest';
import { fold } from '@/lib/fold';
import { lasting, remaining } from '@/lib/time';
import { readClock, readWhen } from '@/lib/when';
import type { JournalLine } from '@/lib/types';

const S = 1000;
const MIN = 60 * S;
const H = 60 * MIN;

describe('how long something lasts', () => {
  test.each([
    [0, '0 s'],
    [59 * S, '59 s'],
    [60 * S, '1 min'],
    [59 * MIN + 59 * S, '59 min'],
    [H, '1 h'],
    [H + 57 * MIN, '1 h 57 min'],
    [30 * H + 3 * MIN, '30 h 3 min'],
    [48 * H, '2 d'],
    [51 * H + 59 * MIN, '2 d 3 h'],
  ])('%d ms is %s', (milliseconds, words) => expect(lasting(milliseconds)).toBe(words));

  test.each([
    [19 * MIN + 41 * S, '19 min 41 s'],
    [8 * MIN + 2 * S, '8 min 02 s'],
    [20 * MIN, '20 min'],
    [4 * H - MIN, '3 h 59 min'],
    [-90 * S, '+1 min 30 s'],
    [-5 * S, '+5 s'],
  ])('%d ms left are %s', (milliseconds, words) => expect(remaining(milliseconds)).toBe(words));

  test('never looks like a time of day', () => {
    for (let seconds = -100_000; seconds < 100_000; seconds += 7) {
      expect(remaining(seconds * S)).not.toMatch(/\d:\d/);
      expect(lasting(seconds * S)).not.toMatch(/\d:\d/);
    }
  });
});

describe('a day and a time as people type them', () => {
  const now = Date.parse('2026-03-28T22:30:00Z');
  test.each([
    ['2026-03-29 9:00', '2026-03-29T09:00'],
    ['2026-03-29T09:00', '2026-03-29T09:00'],
    ['29 mar 17:05', '2026-03-29T17:05'],
    ['29 March 2027 0705', '2027-03-29T07:05'],
    ['29.3. 9:00', '2026-03-29T09:00'],
    ['9:00', '2026-03-28T09:00'],
    ['tomorrow 9:00', '2026-03-29T09:00'],
    ['today, 23:59', '2026-03-28T23:59'],
    ['31 feb 9:00', null],
    ['2026-03-29 24:00', null],
    ['2026-03-29', null],
    ['9:00 pm', null],
    ['soon', null],
    ['', null],
  ])('%s', (text, at) => expect(readWhen(text, now, 'Europe/Oslo')).toBe(at));

  test.each([
    ['5 jan 9:00', '2026-12-01T12:00Z', '2027-01-05T09:00'],
    ['5.1. 9:00', '2026-12-01T12:00Z', '2027-01-05T09:00'],
    ['5 jan 2026 9:00', '2026-12-01T12:00Z', '2026-01-05T09:00'],
    ['28 dec 9:00', '2027-01-02T12:00Z', '2026-12-28T09:00'],
    ['30 nov 9:00', '2026-12-01T12:00Z', '2026-11-30T09:00'],
    ['1 jul 9:00', '2026-12-30T12:00Z', '2026-07-01T09:00'],
    ['30 jun 9:00', '2026-12-30T12:00Z', '2027-06-30T09:00'],
    ['29 feb 9:00', '2027-12-01T12:00Z', '2028-02-29T09:00'],
    ['29 feb 9:00', '2026-12-01T12:00Z', null],
  ])('a day without its year is the nearest: %s on %s', (text, at, day) =>
    expect(readWhen(text, Date.parse(at), 'Europe/Oslo')).toBe(day),
  );

  test('today is the day on the clocks of the zone', () => {
    expect(readWhen('9:00', now, 'Asia/Tokyo')).toBe('2026-03-29T09:00');
  });

  test.each([
    ['7', '07:00'],
    ['700', '07:00'],
    ['0700', '07:00'],
    ['23:59', '23:59'],
    ['24:00', null],
    ['7:5', null],
    ['', null],
  ])('the clock %s', (text, clock) => expect(readClock(text)).toBe(clock));
});

describe('the journal', () => {
  const line = (
    seq: number,
    message: string | null,
    lead: string,
    weight: JournalLine['weight'] = 'plain',
  ): JournalLine => ({
    seq,
    at: `2026-03-29T09:00:0${seq}Z`,
    lead,
    rest: '',
    weight,
    by: null,
    kind: 'page.sent',
    message,
  });

  test('tells a message in one line, where it began, by what became of it', () => {
    const folded = fold([
      line(1, 'page 1', 'Page to Noor'),
      line(2, null, 'Decision', 'strong'),
      line(3, 'page 2', 'Page to Mika'),
      line(4, 'page 1', 'Paged Noor'),
      line(5, 'page 1', 'Noor opened the page'),
    ]);
    expect(folded.map((one) => [one.line.seq, one.line.at.slice(-3), one.line.lead, one.steps.length])).toEqual([
      [1, '01Z', 'Noor opened the page', 3],
      [2, '02Z', 'Decision', 1],
      [3, '03Z', 'Page to Mika', 1],
    ]);
  });

  test('does not let pass over that one came back', () => {
    expect(
      fold([line(1, 'page 1', 'Came back', 'strong'), line(2, 'page 1', 'Arrived', 'quiet')])[0]?.line.weight,
    ).toBe('strong');
  });
});
