import type { Follows } from '@/lib/live';

/** What several follow, together: each prop once. */
export function together(...all: Follows[]): Follows {
  const merged: Follows = {};
  for (const one of all)
    for (const [kind, props] of Object.entries(one)) merged[kind] = [...new Set([...(merged[kind] ?? []), ...props])];
  return merged;
}
