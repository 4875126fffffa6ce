import { describe, expect, it } from 'vitest';
import type { ChangeLine } from '@/lib/shapes';
import { against, dragged } from '@/pages/Changes/band';
import { hoursOf, lanesOf, markedOf, rowsOf, ticksOf } from '@/pages/Changes/changes';

const change = (id: number, team: string | null, items: string[] = []): ChangeLine => ({
  id,
  ref: `CH-${id}`,
  title: '',
  kind: 'normal',
  state: 'approved',
  words: '',
  from: '',
  to: '',
  began: null,
  ended: null,
  who: null,
  team,
  items: items.map((name) => ({ id: name, name })),
  recorded: false,
});

describe('the calendar of changes', () => {
  it('is marked by hours, days or weeks', () => {
    const start = new Date(2026, 2, 2).getTime();
    const days = (count: number): number => start + count * 86_400_000;
    const day = ticksOf(start, days(1), 'day');
    expect(day.map((one) => one.words).slice(0, 3)).toEqual(['00:00', '02:00', '04:00']);
    expect(day).toHaveLength(12);
    // Whether a comma stands behind the day of the week differs between versions of the words of languages.
    expect(ticksOf(start, days(7), 'week').map((one) => one.words.replace(',', ''))).toEqual([
      'Mon 2 Mar',
      'Tue 3 Mar',
      'Wed 4 Mar',
      'Thu 5 Mar',
      'Fri 6 Mar',
      'Sat 7 Mar',
      'Sun 8 Mar',
    ]);
    const quarter = ticksOf(start, days(90), 'quarter');
    expect(quarter).toHaveLength(13);
    expect(quarter.slice(0, 2).map((one) => one.words)).toEqual(['2 Mar', '9 Mar']);
  });

  it('has a row for each team, or for each thing that is worked on', () => {
    const all = [change(1, 'Quay', ['a', 'b']), change(2, null, []), change(3, 'Lanes', ['b'])];
    expect(rowsOf(all, 'team').map((row) => [row.name, row.changes.map((one) => one.id)])).toEqual([
      ['Lanes', [3]],
      ['No team', [2]],
      ['Quay', [1]],
    ]);
    expect(rowsOf(all, 'item').map((row) => [row.name, row.changes.map((one) => one.id)])).toEqual([
      ['a', [1]],
      ['b', [1, 3]],
      ['Nothing named', [2]],
    ]);
  });

  it('has rows by service and by place, of what each belongs to', () => {
    const all = [change(1, 'Quay', ['a']), change(2, null, ['b'])];
    const belongs = { 1: { services: ['Booking', 'Payment'], places: ['Ask'] }, 2: { services: [], places: [] } };
    expect(rowsOf(all, 'service', belongs).map((row) => [row.name, row.changes.map((one) => one.id)])).toEqual([
      ['Booking', [1]],
      ['No service', [2]],
      ['Payment', [1]],
    ]);
    expect(rowsOf(all, 'place', belongs).map((row) => row.name)).toEqual(['Ask', 'No place']);
    expect(rowsOf(all, 'place').map((row) => row.name)).toEqual(['No place']);
  });

  it('shows the hours of a row: its own, or else those of anything', () => {
    const open = (from: number) => [{ from, to: from + 1 }];
    const hours = [
      { name: 'nights', for: 'anything', of: null, open: open(1) },
      { name: 'quay', for: 'team', of: 'Quay', open: open(2) },
      { name: 'booking', for: 'item', of: 'Booking', open: open(3) },
    ] as const;
    const of = (row: string, by: 'team' | 'service' | 'place') => hoursOf(row, by, [...hours]).map((one) => one.from);
    expect([of('Quay', 'team'), of('Lanes', 'team'), of('Booking', 'service'), of('Quay', 'service')]).toEqual([
      [2],
      [1],
      [3],
      [1],
    ]);
    expect(of('Ask', 'place')).toEqual([]);
  });

  it('takes a stretch that was marked in whole quarters of an hour, from now on', () => {
    const q = 900_000;
    expect(markedOf(5 * q + 1, 7 * q - 1, 0)).toEqual({ from: 5 * q, to: 7 * q });
    expect(markedOf(7 * q - 1, 5 * q + 1, 0)).toEqual({ from: 5 * q, to: 7 * q });
    expect(markedOf(2 * q, 9 * q, 5 * q + 1)).toEqual({ from: 6 * q, to: 9 * q });
    expect(markedOf(2 * q, 5 * q, 5 * q)).toBeNull();
  });

  it('puts those that overlap below each other, and no others', () => {
    const at = (id: number, from: number, to: number) => ({ change: change(id, null), from, to });
    const lanes = lanesOf([at(3, 20, 30), at(1, 0, 20), at(2, 10, 25), at(4, 25, 26)]);
    expect(lanes.map((one) => [one.change.id, one.lane])).toEqual([
      [1, 0],
      [2, 1],
      [3, 0],
      [4, 1],
    ]);
  });

  it('never lets two in one lane overlap', () => {
    let seed = 7;
    const random = (most: number): number => (seed = (seed * 48_271) % 2_147_483_647) % most;
    const some = Array.from({ length: 300 }, (_, id) => {
      const from = random(1000);
      return { change: change(id, null), from, to: from + 1 + random(40) };
    });
    const lanes = lanesOf(some);
    for (const a of lanes)
      for (const b of lanes) if (a !== b && a.lane === b.lane) expect(a.to <= b.from || b.to <= a.from).toBe(true);
    // No more lanes than are ever needed at once.
    const most = Math.max(...some.map((one) => some.filter((b) => b.from <= one.from && one.from < b.to).length));
    expect(Math.max(...lanes.map((one) => one.lane)) + 1).toBe(most);
  });
});

describe('the band on which one looks for a time', () => {
  const q = 900_000;
  const bounds = { from: 10 * q + 5, to: 40 * q };

  it('moves a change as a whole, by quarters of an hour, and not out of its bounds', () => {
    expect(dragged({ from: 20 * q, to: 24 * q }, 'whole', q + 9, bounds)).toEqual({ from: 21 * q, to: 25 * q });
    expect(dragged({ from: 20 * q, to: 24 * q }, 'whole', -50 * q, bounds)).toEqual({ from: 11 * q, to: 15 * q });
    expect(dragged({ from: 20 * q, to: 24 * q }, 'whole', 50 * q, bounds)).toEqual({ from: 36 * q, to: 40 * q });
    // Five minutes long it stays five minutes long.
    expect(dragged({ from: 20 * q, to: 20 * q + 300_000 }, 'whole', q, bounds)).toEqual({
      from: 21 * q,
      to: 21 * q + 300_000,
    });
  });

  it('makes it longer or shorter at its end, and never takes its length away', () => {
    expect(dragged({ from: 20 * q, to: 24 * q }, 'end', 2 * q, bounds)).toEqual({ from: 20 * q, to: 26 * q });
    expect(dragged({ from: 20 * q, to: 24 * q }, 'end', -9 * q, bounds)).toEqual({ from: 20 * q, to: 21 * q });
    expect(dragged({ from: 20 * q, to: 24 * q }, 'end', 99 * q, bounds)).toEqual({ from: 20 * q, to: 40 * q });
  });

  it('says once each what speaks against a time, and nothing of what only touches it', () => {
    const blocked = [
      { kind: 'freezes', words: 'Winter', from: 0, to: 10 },
      { kind: 'windows', words: 'Nights', from: 5, to: 8 },
      { kind: 'windows', words: 'Nights', from: 9, to: 20 },
      { kind: 'busy', words: 'CH-1', from: 20, to: 30 },
    ] as const;
    expect(against([...blocked], { from: 6, to: 20 })).toEqual(['Winter', 'Nights']);
    expect(against([...blocked], { from: 30, to: 40 })).toEqual([]);
  });
});
