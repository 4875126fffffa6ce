import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Tickets', link: '/tickets', order: 3, words: 'The desk' },
  {
    name: 'A call',
    link: '/tickets/phone',
    beside: '/tickets',
    command: 'Take a call',
    for: (me) => me.may.includes('work-tickets'),
  },
  { name: 'Tasks', link: '/tasks', beside: '/tickets', command: 'Tasks of my team' },
  { name: 'Checklists', link: '/checklists', beside: '/tickets' },
  { name: 'Busy periods', link: '/busy', beside: '/tickets' },
  { name: 'Notes on linked records', link: '/settings/notes', own: 8, for: (me) => me.administers },
  { name: 'Learned', link: '/lessons', beside: '/tickets', command: 'What suggestions have learned' },
];
