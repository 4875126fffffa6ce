import { localOf, presently } from '@/lib/time';

/** A stretch of time in which one person, or nobody, is on call; milliseconds. */
export interface Turn {
  from: number;
  to: number;
  person: string | null;
  name: string | null;
  layer: string | null;
  /** By an exception, not by the layers. */
  changed: boolean;
}

/** A stretch that changes hands. */
export interface Change {
  from: number;
  to: number;
  was: string | null;
  is: string | null;
}

export interface Effect {
  changes: Change[];
  /** Milliseconds with nobody. */
  uncovered_before: number;
  uncovered_after: number;
}

/** A layer, as the core's contract has it: times on the wall clock of the rota. */
export interface Layer {
  name: string;
  people: string[];
  starts: string;
  shift: string;
  ends?: string;
  windows?: { days: string[]; from: string; to: string }[];
}

export const SHIFTS = [
  { value: 'P1W', words: 'a week' },
  { value: 'P2W', words: 'two weeks' },
  { value: 'P1D', words: 'a day' },
  { value: 'PT12H', words: 'twelve hours' },
  { value: 'PT8H', words: 'eight hours' },
];

/** A further layer to fill in: from next Monday at nine, a week each. */
export function layerOf(taken: string[], zone: string): Layer {
  const monday = new Date(`${localOf(presently(), zone).slice(0, 10)}T00:00Z`);
  monday.setUTCDate(monday.getUTCDate() + ((8 - monday.getUTCDay()) % 7 || 7));
  let n = taken.length + 1;
  while (taken.includes(`layer-${n}`)) n++;
  return { name: `layer-${n}`, people: [], starts: `${monday.toISOString().slice(0, 10)}T09:00`, shift: 'P1W' };
}
