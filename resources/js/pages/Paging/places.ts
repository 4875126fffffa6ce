import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'People', link: '/people', beside: '/on-call', also: ['/policies'] },
  { name: 'My contacts', link: (me) => `/people/${me.id}`, own: 1 },
];
