/** What is recorded of an item, as the server tells it. */
export interface Field {
  field: string;
  label: string;
  value: string;
  shown: string;
  by: string | null;
  at: number | null;
  /** Said by a scanner alone. */
  scanned: boolean;
  /** Of a date: how long it is until then. */
  ends: string | null;
}

export interface Contradiction {
  field: string;
  ours: string;
  theirs: string;
  by: string;
  at: number;
}

export interface RelationWords {
  forward: string;
  backward: string;
  strength: 'hard' | 'soft';
}

/** A relation that somebody changes, and as they saw it; without an id a new one. */
export interface EditedRelation extends RelationWords {
  id: string | null;
  was: RelationWords;
}

export interface Attribute {
  name: string;
  label: string;
  kind: string;
  choices?: string[];
  remind?: number[];
  /** Of a date by which acting early pays: the date that it comes before. */
  early?: string;
}

export interface ItemType {
  name: string;
  attributes: Attribute[];
  identifying: string[];
}

export interface Relation {
  id: string;
  forward: string;
  strength: string;
}

/** What the form is filled from. */
export interface FormData {
  types: ItemType[];
  /** What people and teams can be to an item of any type. */
  roles: Attribute[];
  kinds: string[];
  teams: { id: string; name: string }[];
  people: { id: string; name: string }[];
  relations: Relation[];
  items: { id: string; name: string }[];
  fields: Record<string, string>;
  needs: string;
}

/** One line of what an item needs, as it is edited: how, how many, of what. */
export interface NeedLine {
  how: string;
  needed: number;
  members: string[];
}

/** Needed, and needed to work fully, without the name of a relation. */
export const HARD = '';
export const SOFT = 'to work fully:';

/** The words that the server reads and writes, as lines to edit. Words that are not understood stay one line. */
export function linesOf(words: string, relations: Relation[]): NeedLine[] {
  const hows = [SOFT, ...relations.map((one) => one.forward)].sort((a, b) => b.length - a.length);
  return words
    .split(/;\s+/)
    .filter((clause) => clause.trim() !== '')
    .map((clause) => {
      const how = hows.find((one) => clause.toLowerCase().startsWith(`${one.toLowerCase()} `)) ?? HARD;
      const rest = clause.slice(how.length).trim();
      const many = /^(\d+) of (.+)$/.exec(rest);
      const members = (many?.[2] ?? rest).split(/,\s+/);
      return { how, needed: many ? Number(many[1]) : 1, members };
    });
}

export function wordsOf(lines: NeedLine[]): string {
  return lines
    .filter((line) => line.members.length > 0)
    .map((line) => {
      const many = line.members.length > 1 ? `${line.needed} of ` : '';
      return `${line.how === HARD ? '' : `${line.how} `}${many}${line.members.join(', ')}`;
    })
    .join('; ');
}

/** What files and scans call something that people call so. */
export const nameOf = (label: string): string =>
  label
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 40);
