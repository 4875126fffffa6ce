import type { SharedProps } from '@/lib/types';

type Me = NonNullable<SharedProps['me']>;

/** A screen that can be gone to. Each capability lists its own in `pages/<Capability>/places.ts`, as `places`. */
export interface Place {
  name: string;
  link: string | ((me: Me) => string);
  /** Its place among the main ones, and the digit that goes there. */
  order?: number;
  /** The main place beside which it stands. */
  beside?: string;
  /** Other addresses that are about the same. */
  also?: string[];
  /** What those that stand together are called. */
  words?: string;
  /** Its place under the person's own name: their own screens, and what is set once. */
  own?: number;
  /** Whether it is no screen of ours, but a page that stands by itself. */
  plain?: boolean;
  /** What going there is called on the command line, where that is not just its name. */
  command?: string;
  /** For whom it is there; everybody if left out. */
  for?: (me: Me) => boolean;
}

const files = Object.values(import.meta.glob<Place[]>('../pages/*/places.ts', { eager: true, import: 'places' }));
const given: Place[] = files.flat();

export const mainPlaces = given
  .filter((place) => place.order !== undefined)
  .sort((a, b) => (a.order ?? 0) - (b.order ?? 0))
  .map((place) => ({ name: place.name, link: linkOf(place), plain: place.plain === true, key: String(place.order) }));

function linkOf(place: Place, me?: Me): string {
  if (typeof place.link === 'string') return place.link;
  return me ? place.link(me) : '';
}

/** Those beside a main one: first what its own capability has, then the others'. */
const beside = (main: Place): Place[] =>
  [...files]
    .sort((a, b) => Number(b.includes(main)) - Number(a.includes(main)))
    .flat()
    .filter((place) => place.beside !== undefined && place.beside === main.link);

/** Screens that stand together, each with the one that leads them. */
const groups = given
  .filter((place) => place.words)
  .map((main) => ({
    words: main.words ?? '',
    main: linkOf(main),
    also: [main, ...beside(main)].flatMap((place) => place.also ?? []),
    places: [main, ...beside(main)].map((place) => ({ name: place.name, link: linkOf(place), for: place.for })),
  }));

export const isUnder = (path: string, link: string): boolean => path === link || path.startsWith(`${link}/`);

/** Those among which an address is, as far as somebody may go there. */
export const groupOf = (
  path: string,
  me: Me | null,
): { words: string; main: string; places: { name: string; link: string }[] } | undefined => {
  const group = groups.find((one) =>
    [...one.places.map((place) => place.link), ...one.also].some((link) => isUnder(path, link)),
  );

  return group && { ...group, places: group.places.filter((place) => mayGo(place, me)) };
};

const mayGo = (place: Pick<Place, 'for'>, me: Me | null): boolean => !place.for || (me !== null && place.for(me));

/** All the others, for the command line. */
export const otherPlaces = (me: Me | null): { command: string; link: string }[] =>
  given
    .filter((place) => place.order === undefined && place.own === undefined && mayGo(place, me))
    .map((place) => ({ command: place.command ?? `Go to ${place.name}`, link: linkOf(place) }));

export const ownPlaces = (me: Me | null): { name: string; link: string }[] =>
  me === null
    ? []
    : given
        .filter((place) => place.own !== undefined && (place.for?.(me) ?? true))
        .sort((a, b) => (a.own ?? 0) - (b.own ?? 0))
        .map((place) => ({ name: place.name, link: linkOf(place, me) }));
