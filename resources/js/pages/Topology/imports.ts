/** A file with items, and what storing it does. */
export interface ImportLine {
  id: number;
  name: string;
  format: string;
  author: string | null;
  at: number;
  state: 'shown' | 'storing' | 'stored' | 'forgotten' | 'undone';
  counts: Record<'new' | 'changed' | 'same' | 'refused', number>;
  notes: string[];
  /** How much of it is stored, 0 to 1. */
  share: number;
}

export const importWords: Record<ImportLine['state'], string> = {
  shown: 'not stored yet',
  storing: 'is being stored',
  stored: 'stored',
  forgotten: 'discarded',
  undone: 'undone',
};
