import type { JournalLine } from '@/lib/types';

/** A line of the journal; of a message, its last step, with all of its steps behind it. */
export interface FoldedLine {
  line: JournalLine;
  /** In order; one or none where there is nothing to open. */
  steps: JournalLine[];
}

/** Steps of one message as one line, which stands where it began and says how it stands: a page takes five entries to arrive. */
export function fold(entries: JournalLine[]): FoldedLine[] {
  const folded: FoldedLine[] = [];
  const byMessage = new Map<string, FoldedLine>();
  for (const entry of entries) {
    const known = entry.message === null ? undefined : byMessage.get(entry.message);
    if (!known) {
      const made = { line: entry, steps: [entry] };
      folded.push(made);
      if (entry.message !== null) byMessage.set(entry.message, made);
      continue;
    }
    known.steps.push(entry);
    // When it began, and what became of it; that it came back is not passed over by what follows.
    const weight = known.line.weight === 'strong' || entry.weight === 'strong' ? 'strong' : entry.weight;
    known.line = { ...entry, seq: known.line.seq, at: known.line.at, weight };
  }
  return folded;
}
