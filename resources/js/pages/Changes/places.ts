import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Changes', link: '/changes', order: 9, words: 'Changes' },
  {
    name: 'Plan a change',
    link: '/changes/new',
    beside: '/changes',
    command: 'Plan a change',
    for: (me) => me.may.includes('plan-changes'),
  },
  { name: 'Templates', link: '/changes/templates', beside: '/changes', command: 'Templates of standard changes' },
  { name: 'Rules of changes', link: '/settings/changes', own: 7.2, for: (me) => me.administers },
];
