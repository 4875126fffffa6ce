import type { JournalLine } from '@/lib/types';

/** A line of the journal; of a message, its last step, with all of its steps behind it. */
export interface FoldedLine {
  line: JournalLine;
  /** In order; one or none where there is nothing to open. */
  steps: JournalLine[];
}

/** What one press sets in motion is written within moments. */
const ONE_ACTION = 2000;

/** What follows from a press; what Skarvo does by itself, such as linking a report, stands by itself. */
const FOLLOWS = ['report.resolved', 'report.reopened', 'call.step', 'call.resolved', 'mail.', 'task.'];

/** What somebody wrote, whenever they wrote it. */
const NOTE = 'incident.note';

/** What is said in the conversation stands in one line as long as it goes on. */
const TALK = 'talk.said';
const TALK_PAUSE = 10 * 60_000;

const at = (line: JournalLine): number => Date.parse(line.at);

/** Whether an entry only tells of what a press did besides, or does the same once more: the journal is for people first. */
const isStepOf = (entry: JournalLine, done: FoldedLine): boolean => {
  const last = done.steps.at(-1) ?? done.line;
  if (at(entry) - at(last) > ONE_ACTION || entry.weight === 'strong' || entry.kind === NOTE) return false;
  if (entry.by === null) return FOLLOWS.some((kind) => entry.kind.startsWith(kind));
  return entry.by === done.line.by && entry.kind === done.line.kind;
};

/**
 * Steps of one message as one line, which stands where it began and says how it stands: a page takes five entries to arrive.
 * And what a person does as one line, with the steps that Skarvo took for it, and what they did alike at once, behind it.
 */
export function fold(entries: JournalLine[]): FoldedLine[] {
  const folded: FoldedLine[] = [];
  const byMessage = new Map<string, FoldedLine>();
  let done: FoldedLine | null = null;
  let talk: FoldedLine | null = null;
  for (const entry of entries) {
    const known = entry.message === null ? undefined : byMessage.get(entry.message);
    if (known) {
      known.steps.push(entry);
      // When it began, and what became of it; that it came back is not passed over by what follows.
      const weight = known.line.weight === 'strong' || entry.weight === 'strong' ? 'strong' : entry.weight;
      known.line = { ...entry, seq: known.line.seq, at: known.line.at, weight };
      continue;
    }
    if (entry.kind === TALK) {
      const last = talk?.steps.at(-1);
      if (talk && last && at(entry) - at(last) <= TALK_PAUSE) {
        talk.steps.push(entry);
        talk.line = { ...entry, seq: talk.line.seq, at: talk.line.at };
      } else {
        talk = { line: entry, steps: [entry] };
        folded.push(talk);
      }
      continue;
    }
    if (entry.message === null && done && isStepOf(entry, done)) {
      done.steps.push(entry);
      continue;
    }
    const made = { line: entry, steps: [entry] };
    folded.push(made);
    if (entry.message !== null) byMessage.set(entry.message, made);
    else done = entry.by === null ? null : made;
  }
  return folded;
}
