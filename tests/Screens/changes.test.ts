import { describe, expect, it } from 'vitest';
import type { ChangeLine } from '@/lib/shapes';
import { lanesOf, rowsOf } from '@/pages/Changes/changes';

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
