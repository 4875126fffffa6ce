/** The list of items as its address asks for it. */
export interface AskedList {
  find: string;
  kind: string;
  /** Such as `firmware~5.0`: a field, a sign, a value. */
  where: string[];
  columns: string[];
  /** A field, with `-` before it where the largest comes first; empty: what is in trouble first. */
  sort: string;
}

export interface ListField {
  name: string;
  label: string;
  kind: string;
}

export interface ListCondition {
  field: string;
  sign: string;
  value: string;
}

/** The sign that asks whether there is no value at all. */
export const MISSING = '!';

export const USUAL_COLUMNS = ['kind', 'tier', 'site', 'team'];

export const conditionOf = (text: string): ListCondition => {
  const parts = /^([a-z][a-z0-9_]*)([~=<>!])([^]*)$/.exec(text);
  return { field: parts?.[1] ?? '', sign: parts?.[2] ?? '~', value: parts?.[3] ?? '' };
};

/** Whether something can be asked by it yet. */
export const isWhole = (condition: ListCondition): boolean =>
  condition.field !== '' && (condition.sign === MISSING || condition.value.trim() !== '');

export const textOf = ({ field, sign, value }: ListCondition): string =>
  `${field}${sign}${sign === MISSING ? '' : value.trim()}`;

/** What stands behind the question mark of an address; what is as usual is left out. */
export function addressOf(list: AskedList): URLSearchParams {
  const query = new URLSearchParams();
  if (list.find) query.set('find', list.find);
  if (list.kind) query.set('kind', list.kind);
  for (const one of list.where) query.append('where[]', one);
  if (list.columns.join() !== USUAL_COLUMNS.join()) {
    if (list.columns.length === 0) query.append('columns[]', '');
    for (const one of list.columns) query.append('columns[]', one);
  }
  if (list.sort) query.set('sort', list.sort);
  return query;
}
