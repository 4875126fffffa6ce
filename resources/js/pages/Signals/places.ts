import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Alerts', link: '/alerts', order: 2, words: 'Alert pages' },
  { name: 'Funnel', link: '/funnel', beside: '/alerts' },
  { name: 'Rules', link: '/rules', beside: '/alerts' },
  { name: 'Quiet times', link: '/quiet', beside: '/alerts' },
  { name: 'Sources', link: '/sources', beside: '/alerts' },
];
