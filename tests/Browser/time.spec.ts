import { expect, test } from '@playwright/test';
import { durationOf, durationWords } from '../../resources/js/lib/duration';
import { clockOf, clockTime, followServerTime, instantOf, localOf } from '../../resources/js/lib/time';
import { plural, stateRank, stateWords } from '../../resources/js/lib/states';
import { newKey } from '../../resources/js/lib/key';

/** What needs no browser: how times and counts are said. */

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

test('a time of today is a time of day, and one of another day says which', () => {
  followServerTime(new Date().toISOString());
  expect(clockTime(Date.now())).toMatch(/^\d\d:\d\d$/);
  expect(clockTime(Date.now() - 72 * HOUR)).toMatch(/^\w{3},? \d+ \w{3},? (at )?\d\d:\d\d$/);
});

test('counts are said in words that agree', () => {
  expect(plural(1, 'alert')).toBe('1 alert');
  expect(plural(0, 'alert')).toBe('0 alerts');
  expect(plural(1240, 'signal')).toBe('1,240 signals');
  expect(plural(2, 'person', 'people')).toBe('2 people');
});

test('every state has a word and a rank', () => {
  expect(Object.keys(stateWords).sort()).toEqual(Object.keys(stateRank).sort());
  expect(stateRank.down).toBeGreaterThan(stateRank.degraded);
  expect(stateRank.degraded).toBeGreaterThan(stateRank.at_risk);
});

test('keys of requests do not repeat', () => {
  const keys = new Set(Array.from({ length: 1000 }, newKey));
  expect(keys.size).toBe(1000);
  expect([...keys].every((key) => /^[0-9a-f]{32}$/.test(key))).toBe(true);
});

test('durations are read as people write them, and written as the contract has them', () => {
  expect(['5 min', '90s', '2 h', '1 d', '1 hour 30 minutes', '45', ''].map((words) => durationOf(words))).toEqual([
    'PT5M',
    'PT90S',
    'PT120M',
    'PT1440M',
    'PT90M',
    'PT45M',
    undefined,
  ]);
  expect(durationOf('soon')).toBe('soon');
  expect(['PT5M', 'PT90S', 'PT120M', 'P1D', 'PT0S', 'x'].map((iso) => durationWords(iso))).toEqual([
    '5 min',
    '90 s',
    '2 h',
    '1 d',
    '0 s',
    'x',
  ]);
});

test('a time on the clocks of a zone is that time again, whatever the clocks do there', () => {
  const zones = ['Europe/Oslo', 'Australia/Lord_Howe', 'America/St_Johns', 'UTC', 'Pacific/Apia', 'Asia/Kathmandu'];
  // Told at once: thousands of assertions take longer than what they are about.
  const wrong: string[] = [];
  for (const zone of zones) {
    let at = Date.UTC(2026, 0, 1);
    for (let n = 0; n < 400; n++, at += 23 * HOUR + 17 * MINUTE) {
      const local = localOf(at, zone);
      const found = instantOf(local, zone);
      if (localOf(found, zone) !== local || at - found > HOUR || at < found) wrong.push(`${zone} ${local}`);
    }
  }
  expect(wrong).toEqual([]);
  const iso = (local: string, zone: string): string => new Date(instantOf(local, zone)).toISOString();
  expect(iso('2026-01-05T09:00', 'Europe/Oslo')).toBe('2026-01-05T08:00:00.000Z');
  expect(iso('2026-07-06T09:00', 'Europe/Oslo')).toBe('2026-07-06T07:00:00.000Z');
  // Shown twice: the first time. Never shown: as the clocks go on.
  expect(iso('2026-10-25T02:30', 'Europe/Oslo')).toBe('2026-10-25T00:30:00.000Z');
  expect(iso('2026-03-29T02:30', 'Europe/Oslo')).toBe('2026-03-29T01:30:00.000Z');
  // Half an hour is all that they change by on Lord Howe Island.
  expect(iso('2026-10-04T02:10', 'Australia/Lord_Howe')).toBe('2026-10-03T15:40:00.000Z');
  followServerTime('2026-03-01T12:00:00Z');
  expect(clockOf('Asia/Tokyo')('2026-03-03T20:00:00Z')).toMatch(/^Wed,? 4 Mar,? 05:00$/);
});

test('a day that is not the nearest of its name is told with its year', () => {
  followServerTime('2026-12-01T12:00:00Z');
  const clock = clockOf('Europe/Oslo');
  expect(clock('2026-06-03T08:00:00Z')).toMatch(/^Wed,? 3 Jun,? 10:00$/);
  expect(clock('2026-06-01T08:00:00Z')).toMatch(/^Mon,? 1 Jun 2026,? 10:00$/);
  expect(clock('2027-05-31T08:00:00Z')).toMatch(/^Mon,? 31 May,? 10:00$/);
  expect(clock('2027-06-02T08:00:00Z')).toMatch(/^Wed,? 2 Jun 2027,? 10:00$/);
});
