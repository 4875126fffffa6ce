import { describe, expect, it } from 'vitest';
import { together } from '@/lib/follows';
import { groupOf, isUnder, mainPlaces, otherPlaces, ownPlaces } from '@/lib/places';

const me = (administers: boolean): NonNullable<Parameters<typeof ownPlaces>[0]> =>
  ({ id: 'per', name: 'Per', administers }) as NonNullable<Parameters<typeof ownPlaces>[0]>;

describe('places', () => {
  it('have digits of their own, in order, and no address twice', () => {
    expect(mainPlaces.map((place) => place.key)).toEqual(mainPlaces.map((_, i) => String(i + 1)));
    const links = [...mainPlaces, ...otherPlaces].map((place) => place.link);
    expect(new Set(links).size).toBe(links.length);
  });

  it('stand together with those beside them', () => {
    expect(groupOf('/rules')?.main).toBe('/alerts');
    expect(groupOf('/alerts/12')?.main).toBe('/alerts');
    expect(groupOf('/reach')?.main).toBe('/estate');
    expect(groupOf('/policies/lanes')?.main).toBe('/on-call');
    expect(groupOf('/people/per')?.places.map((place) => place.name)).toEqual([
      'On call',
      'Handovers',
      'Fairness',
      'People',
    ]);
    expect(groupOf('/')).toBeUndefined();
    expect(groupOf('/alertsome')).toBeUndefined();
  });

  it('are under an address as a folder is', () => {
    expect(isUnder('/estate', '/estate')).toBe(true);
    expect(isUnder('/estate/clk-2', '/estate')).toBe(true);
    expect(isUnder('/estates', '/estate')).toBe(false);
  });

  it('of one’s own know who one is', () => {
    expect(ownPlaces(null)).toEqual([]);
    expect(ownPlaces(me(true)).map((place) => place.link)).toContain('/people/per');
    expect(ownPlaces(me(true)).map((place) => place.name)).toEqual([
      'My contacts',
      'Roles',
      'Priorities',
      'Targets of tickets',
      'Questions to reporters',
    ]);
    expect(ownPlaces(me(false)).map((place) => place.name)).toEqual(['My contacts', 'Roles']);
  });
});

describe('what several parts of a page follow', () => {
  it('is all of it, each once', () => {
    const own = { 'call.': ['journal'], 'owner.': ['hit'] };

    expect(together(own, { 'call.': ['calls', 'journal'] }, { 'page.': ['calls'] })).toEqual({
      'call.': ['journal', 'calls'],
      'owner.': ['hit'],
      'page.': ['calls'],
    });
    expect(own['call.']).toEqual(['journal']);
    expect(together()).toEqual({});
  });
});
