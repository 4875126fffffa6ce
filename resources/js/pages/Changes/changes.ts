import type { BelongsLine, ChangeLine, HoursLine } from '@/lib/shapes';
import { clockTime } from '@/lib/time';
import { DAY } from '@/pages/Changes/band';

/** Days of the calendar that one looks at. */
export const SPANS = [
  { id: 'day', words: 'A day', days: 1 },
  { id: 'week', words: 'A week', days: 7 },
  { id: 'quarter', words: 'A quarter', days: 90 },
] as const;

/** By what the calendar has its rows. */
export const ROWS = [
  { id: 'team', words: 'by team' },
  { id: 'service', words: 'by service' },
  { id: 'place', words: 'by place' },
  { id: 'item', words: 'by what is worked on' },
] as const;

export const NO_TEAM = 'No team';
const NONE = { team: NO_TEAM, service: 'No service', place: 'No place', item: 'Nothing named' } as const;

export interface CalendarRow {
  name: string;
  changes: ChangeLine[];
}

/** The rows of a calendar: a change stands in each that it belongs to. */
export function rowsOf(
  changes: ChangeLine[],
  by: (typeof ROWS)[number]['id'],
  belongs: Record<number, BelongsLine> = {},
): CalendarRow[] {
  const rows = new Map<string, ChangeLine[]>();
  const namesOf = (change: ChangeLine): string[] =>
    by === 'team'
      ? [change.team ?? NO_TEAM]
      : by === 'item'
        ? change.items.map((item) => item.name)
        : ((by === 'service' ? belongs[change.id]?.services : belongs[change.id]?.places) ?? []);
  for (const change of changes) {
    const names = namesOf(change);
    for (const name of names.length ? names : [NONE[by]]) rows.set(name, [...(rows.get(name) ?? []), change]);
  }
  return [...rows.entries()]
    .map(([name, all]) => ({ name, changes: all }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

type Stretch = HoursLine['open'][number];

/** The hours of a row: its own, or else those of anything; none where they differ from thing to thing within it. */
export function hoursOf(row: string, by: (typeof ROWS)[number]['id'], hours: HoursLine[]): Stretch[] {
  const of = (kind: HoursLine['for'], name: string | null): Stretch[] =>
    hours.filter((one) => one.for === kind && one.of === name).flatMap((one) => one.open);
  if (by === 'place') return [];
  const own = of(by === 'team' ? 'team' : 'item', row);
  return own.length ? own : of('anything', null);
}

/** A stretch that was marked from one point to another, in whole quarters of an hour; null where it is none, or over. */
export function markedOf(a: number, b: number, now: number): Stretch | null {
  const step = 900_000;
  const from = Math.max(Math.floor(Math.min(a, b) / step), Math.ceil(now / step)) * step;
  const to = Math.ceil(Math.max(a, b) / step) * step;
  return to > from ? { from, to } : null;
}

export interface Lane {
  change: ChangeLine;
  from: number;
  to: number;
  lane: number;
}

/** Those that overlap go below each other; so many lanes as that takes. */
export function lanesOf(changes: { change: ChangeLine; from: number; to: number }[]): Lane[] {
  const ends: number[] = [];
  return [...changes]
    .sort((a, b) => a.from - b.from || a.to - b.to)
    .map((one) => {
      let lane = ends.findIndex((end) => end <= one.from);
      if (lane === -1) lane = ends.length;
      ends[lane] = one.to;
      return { ...one, lane };
    });
}

/** Where the calendar is marked: every two hours of a day, every day of a week, every week of a quarter. */
export function ticksOf(
  start: number,
  end: number,
  span: (typeof SPANS)[number]['id'],
): { at: number; words: string }[] {
  const step = { day: 2 * 3_600_000, week: DAY, quarter: 7 * DAY }[span];
  const date = new Intl.DateTimeFormat('en-GB', {
    ...(span === 'week' ? { weekday: 'short' } : {}),
    day: 'numeric',
    month: 'short',
  });
  const list: { at: number; words: string }[] = [];
  for (let at = start; at < end; at += step)
    list.push({ at, words: span === 'day' ? clockTime(at).slice(-5) : date.format(at) });
  return list;
}
