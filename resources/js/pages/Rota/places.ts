import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'On call', link: '/on-call', order: 6, words: 'On-call pages' },
  { name: 'Handovers', link: '/handovers', beside: '/on-call' },
  { name: 'Fairness', link: '/fairness', beside: '/on-call' },
];
