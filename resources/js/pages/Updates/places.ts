import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Status page', link: '/status', order: 7 },
  { name: 'Report form', link: '/report', command: 'Open the report form' },
  { name: 'Words for outsiders', link: '/settings/outside-words', own: 7, for: (me) => me.administers },
  { name: 'Questions to reporters', link: '/settings/questions', own: 6, for: (me) => me.administers },
];
