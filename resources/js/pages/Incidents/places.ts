import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Incidents', link: '/incidents', order: 4 },
  { name: 'Priorities', link: '/settings/priorities', own: 3, for: (me) => me.administers },
  { name: 'Major incidents', link: '/settings/major', own: 5, for: (me) => me.administers },
  { name: 'Targets', link: '/settings/targets', own: 4, for: (me) => me.administers },
];
