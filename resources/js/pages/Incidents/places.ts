import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Incidents', link: '/incidents', order: 3 },
  { name: 'Priorities', link: '/settings/priorities', own: true, for: (me) => me.administers },
];
