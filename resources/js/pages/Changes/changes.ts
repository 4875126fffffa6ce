import type { ChangeLine } from '@/lib/shapes';

/** Days of the calendar that one looks at. */
export const SPANS = [
  { id: 'day', words: 'A day', days: 1 },
  { id: 'week', words: 'A week', days: 7 },
  { id: 'quarter', words: 'A quarter', days: 90 },
] as const;

/** By what the calendar has its rows. */
export const ROWS = [
  { id: 'team', words: 'by team' },
  { id: 'item', words: 'by what is worked on' },
] as const;

export interface CalendarRow {
  name: string;
  changes: ChangeLine[];
}

/** The rows of a calendar: a change stands in each that it belongs to. */
export function rowsOf(changes: ChangeLine[], by: (typeof ROWS)[number]['id']): CalendarRow[] {
  const rows = new Map<string, ChangeLine[]>();
  for (const change of changes) {
    const names = by === 'team' ? [change.team ?? 'No team'] : change.items.map((item) => item.name);
    for (const name of names.length ? names : ['Nothing named']) rows.set(name, [...(rows.get(name) ?? []), change]);
  }
  return [...rows.entries()]
    .map(([name, all]) => ({ name, changes: all }))
    .sort((a, b) => a.name.localeCompare(b.name));
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
