import { describe, expect, it } from 'vitest';
import { together, touches } from '@/lib/follows';
import { groupOf, isUnder, mainPlaces, otherPlaces, ownPlaces } from '@/lib/places';

const me = (administers: boolean): NonNullable<Parameters<typeof ownPlaces>[0]> =>
  ({ id: 'per', name: 'Per', administers, may: administers ? ['work-tickets'] : [] }) as NonNullable<
    Parameters<typeof ownPlaces>[0]
  >;

describe('places', () => {
  it('have digits of their own, in order, and no address twice', () => {
    expect(mainPlaces.map((place) => place.key)).toEqual(mainPlaces.map((_, i) => String(i + 1)));
    const links = [...mainPlaces, ...otherPlaces(me(true))].map((place) => place.link);
    expect(new Set(links).size).toBe(links.length);
  });

  it('stand together with those beside them', () => {
    expect(groupOf('/rules', me(true))?.main).toBe('/alerts');
    expect(groupOf('/alerts/12', me(true))?.main).toBe('/alerts');
    expect(groupOf('/reach', me(true))?.main).toBe('/estate');
    expect(groupOf('/policies/lanes', me(true))?.main).toBe('/on-call');
    expect(groupOf('/people/per', me(true))?.places.map((place) => place.name)).toEqual([
      'On call',
      'Handovers',
      'Fairness',
      'People',
    ]);
    expect(groupOf('/', me(true))).toBeUndefined();
    expect(groupOf('/alertsome', me(true))).toBeUndefined();
  });

  it('are shown to those who may go there', () => {
    const names = (administers: boolean): string[] =>
      groupOf('/tickets', me(administers))?.places.map((place) => place.name) ?? [];
    expect(names(true)).toContain('A call');
    expect(names(false)).not.toContain('A call');
    expect(names(false)).toContain('Tasks');
    expect(otherPlaces(me(false)).map((place) => place.command)).not.toContain('Take a call');
    expect(otherPlaces(null).map((place) => place.command)).not.toContain('Take a call');
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
      'Targets',
      'Major incidents',
      'Questions to reporters',
      'Words for outsiders',
      'Rules of changes',
      'Words in other languages',
      'Notes on linked records',
      'Audiences',
      'Followers',
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

describe('what an entry of the journal changes', () => {
  const follows = { 'incident.': ['reach', 'journal'], 'incident.note$': ['journal'], 'room.': ['journal'] };

  it('goes by the beginning of its kind', () => {
    expect(touches(follows, 'incident.noted', 'reach')).toBe(true);
    expect(touches(follows, 'room.entered', 'reach')).toBe(false);
    expect(touches(follows, 'room.entered', 'journal')).toBe(true);
    expect(touches(follows, 'page.sent', 'journal')).toBe(false);
  });

  it('is only what stands with the whole kind, where that stands alone', () => {
    expect(touches(follows, 'incident.note', 'journal')).toBe(true);
    expect(touches(follows, 'incident.note', 'reach')).toBe(false);
    expect(touches(follows, 'incident.note$', 'reach')).toBe(true);
  });
});
