import { expect, test } from '@playwright/test';
import { drawnOf, FAR, homesOf, linesOf as linesBetween, within } from '../../resources/js/lib/reach';
import type { ReachData, ReachNode } from '../../resources/js/lib/types';
import { linesOf, wordsOf } from '../../resources/js/pages/Topology/record';

/** What the browser itself makes of a reach and of needs in words. */

const node = (id: string, more: Partial<ReachNode> = {}): ReachNode => ({
  id,
  name: id,
  kind: 'host',
  tier: null,
  site: null,
  state: 'up',
  distance: 1,
  because: [id, 'root'],
  why: '',
  groups: [],
  side: 'under',
  ...more,
});
const reach: ReachData = {
  nodes: [
    node('root', { side: 'root', distance: 0, because: ['root'] }),
    node('service', {
      side: 'hit',
      kind: 'service',
      distance: 4,
      state: 'down',
      because: ['service', 'far', 'near', 'root'],
    }),
    node('near', { side: 'hit', kind: 'gate', distance: 1, state: 'down', alerts: 2, work: 'New antenna' }),
    node('far', { side: 'hit', kind: 'lane', distance: 3, state: 'down', because: ['far', 'near', 'root'] }),
    node('u1'),
    node('u2'),
    node('u3'),
    node('u4', { state: 'down' }),
    node('deep', { kind: 'switch', distance: 2, because: ['deep', 'u1', 'root'] }),
  ],
  edges: [
    { from: 'near', to: 'root', soft: false, group: null },
    { from: 'far', to: 'near', soft: true, group: null },
    { from: 'service', to: 'far', soft: false, group: null },
    ...['u1', 'u2', 'u3', 'u4'].map((to) => ({ from: 'root', to, soft: to === 'u2', group: null })),
    { from: 'u1', to: 'deep', soft: false, group: null },
  ],
  services: [],
  counts: { down: 3, degraded: 0, at_risk: 0 },
  beyond: 0,
};

test('what is alike folds into one box, in one state and under the same kinds', () => {
  const drawn = drawnOf(reach, true);
  expect(drawn.find((one) => one.members.length > 1)).toMatchObject({
    name: '3 × host',
    members: [{ id: 'u1' }, { id: 'u2' }, { id: 'u3' }],
  });
  expect(drawnOf(reach, false)).toHaveLength(reach.nodes.length);
  expect(drawn.find((one) => one.id === 'near')?.more).toBe('down, 2 alerts, work on it');
  const lines = linesBetween(reach, homesOf(drawn));
  expect(lines.filter((line) => line.from === 'root' && line.to === 'u1')).toEqual([
    { from: 'root', to: 'u1', soft: false },
  ]);
});

test('what is far is left out, and the service that it is about stays, with a line for the way', () => {
  const { reach: near, left } = within(reach, 1, 1);
  expect(near.nodes.map((one) => one.id)).toEqual(['root', 'service', 'near', 'u1', 'u2', 'u3', 'u4']);
  expect(left).toBe(2);
  expect(near.edges).toContainEqual({ from: 'service', to: 'near', soft: true, group: null });
  expect(within(reach, FAR, FAR)).toEqual({ reach, left: 0 });
});

test('needs in words become lines to edit, and come back as they were', () => {
  const relations = [
    { id: 'runs-on', forward: 'runs on', strength: 'hard' },
    { id: 'runs-by', forward: 'runs on the time of', strength: 'soft' },
  ];
  const words = 'quay-db; runs on host-01; runs on the time of 1 of clk-1, clk-2; to work fully: 2 of a,b, c, d';
  const lines = linesOf(words, relations);
  expect(lines).toEqual([
    { how: '', needed: 1, members: ['quay-db'] },
    { how: 'runs on', needed: 1, members: ['host-01'] },
    { how: 'runs on the time of', needed: 1, members: ['clk-1', 'clk-2'] },
    { how: 'to work fully:', needed: 2, members: ['a,b', 'c', 'd'] },
  ]);
  expect(wordsOf(lines)).toBe(words);
  expect(wordsOf([{ how: 'runs on', needed: 1, members: [] }])).toBe('');
  expect(linesOf('', relations)).toEqual([]);
});
