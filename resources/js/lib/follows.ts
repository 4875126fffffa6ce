import type { Follows } from '@/lib/live';

/** What several follow, together: each prop once. */
export function together(...all: Follows[]): Follows {
  const merged: Follows = {};
  for (const one of all)
    for (const [kind, props] of Object.entries(one)) merged[kind] = [...new Set([...(merged[kind] ?? []), ...props])];
  return merged;
}

/**
 * Whether an entry of a kind changes a prop: by the beginning of the kind. Where a whole kind stands with a `$` behind it, it changes
 * only what stands there: a note is written often, and is a line of the journal and no more.
 */
export function touches(follows: Follows, kind: string, prop: string): boolean {
  const alone = follows[`${kind}$`];
  if (alone) return alone.includes(prop);
  return Object.entries(follows).some(([beginning, props]) => kind.startsWith(beginning) && props.includes(prop));
}
