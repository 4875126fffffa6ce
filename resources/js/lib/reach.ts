import { stateWords } from '@/lib/states';
import type { ReachData, ReachNode } from '@/lib/types';

/** One box of the drawing: an item, or several that are alike. */
export interface Drawn {
  id: string;
  members: ReachNode[];
  name: string;
  more: string;
  node: ReachNode;
}

/** Items that are alike (same kind, state, side and the same kinds above them) fold into one, so that fourteen harbours are one line. */
const FOLD_FROM = 3;

export function drawnOf(reach: ReachData, folds: boolean): Drawn[] {
  const kinds = new Map(reach.nodes.map((node) => [node.id, node.kind]));
  const above = new Map<string, Set<string>>();
  for (const edge of reach.edges) {
    const kind = kinds.get(edge.from);
    if (kind) above.set(edge.to, (above.get(edge.to) ?? new Set()).add(kind));
  }
  const sets = new Map<string, ReachNode[]>();
  for (const node of reach.nodes) {
    const alike = [node.kind, node.state, node.side ?? '', ...[...(above.get(node.id) ?? [])].sort()].join('|');
    const key = !folds || node.kind === 'service' || node.side === 'root' ? node.id : alike;
    const set = sets.get(key);
    if (set) set.push(node);
    else sets.set(key, [node]);
  }
  return [...sets.values()].flatMap((members) => {
    const first = members[0];
    if (!first) return [];
    if (members.length < FOLD_FROM) return members.map(single);
    const where = members.map((member) => member.site ?? member.name).slice(0, 2);
    return [
      {
        id: first.id,
        members,
        name: `${members.length} × ${first.kind}`,
        more: `${stateWords[first.state]}, ${where.join(', ')} …`,
        node: first,
      },
    ];
  });
}

function single(node: ReachNode): Drawn {
  const more = [
    node.tier ? `tier ${node.tier}` : '',
    stateWords[node.state],
    node.groups[0]?.split(',')[0] ?? '',
    node.alerts ? `${node.alerts} ${node.alerts === 1 ? 'alert' : 'alerts'}` : '',
    node.work ? 'work on it' : '',
  ];
  return { id: node.id, members: [node], name: node.name, more: more.filter(Boolean).join(', '), node };
}

/** Which box an item is in. */
export function homesOf(drawn: Drawn[]): Map<string, string> {
  const homes = new Map<string, string>();
  for (const one of drawn) for (const member of one.members) homes.set(member.id, one.id);
  return homes;
}

/** Lines between boxes, each once; it is soft if all that it stands for is. */
export function linesOf(reach: ReachData, homes: Map<string, string>): { from: string; to: string; soft: boolean }[] {
  const lines = new Map<string, { from: string; to: string; soft: boolean }>();
  for (const edge of reach.edges) {
    const [from, to] = [homes.get(edge.from), homes.get(edge.to)];
    if (!from || !to || from === to) continue;
    const key = `${from} ${to}`;
    lines.set(key, { from, to, soft: edge.soft && (lines.get(key)?.soft ?? true) });
  }
  return [...lines.values()];
}

/**
 * The part of a reach within so many steps, and how many items were left out. Services that are hit stay, however far:
 * they are what it is about; a line stands for the way to them.
 */
export function within(reach: ReachData, up: number, down: number): { reach: ReachData; left: number } {
  const isNear = (node: ReachNode): boolean => {
    const steps = node.distance ?? 0;
    if (node.side === 'under') return steps <= down;
    if (node.side === 'hit') return node.kind === 'service' || steps <= up;
    return node.side !== 'spare' || up >= FAR;
  };
  const nodes = reach.nodes.filter(isNear);
  const kept = new Set(nodes.map((node) => node.id));
  const edges = reach.edges.filter((edge) => kept.has(edge.from) && kept.has(edge.to));
  const tied = new Set(edges.map((edge) => edge.from));
  for (const node of nodes) {
    const to = tied.has(node.id) || node.side !== 'hit' ? undefined : node.because.slice(1).find((id) => kept.has(id));
    if (to) edges.push({ from: node.id, to, soft: true, group: null });
  }
  return {
    reach: { ...reach, nodes, edges },
    left: reach.nodes.length - nodes.length,
  };
}

/** As many steps as there are. */
export const FAR = 99;
