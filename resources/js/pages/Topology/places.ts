import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Estate', link: '/estate', order: 5, words: 'Estate pages', also: ['/reach'] },
  { name: 'Record check', link: '/truth', beside: '/estate' },
  { name: 'Dates', link: '/dates', beside: '/estate' },
  { name: 'Scans', link: '/scans', beside: '/estate' },
  { name: 'Imports', link: '/imports', beside: '/estate' },
  { name: 'Types', link: '/types', beside: '/estate' },
  { name: 'What if', link: '/what-if', beside: '/estate', command: 'What if: see what an outage would bring down' },
];
