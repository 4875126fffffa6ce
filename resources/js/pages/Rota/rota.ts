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

/** A time as a field of a form takes it, on the reader's clock. */
export const localOf = (at: number): string =>
  new Date(at - new Date(at).getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
