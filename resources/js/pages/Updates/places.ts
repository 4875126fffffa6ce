import type { Place } from '@/lib/places';

export const places: Place[] = [
  { name: 'Status page', link: '/status', order: 7, plain: true },
  { name: 'Updates', link: '/updates', order: 8, words: 'Updates for staff', command: 'Open the updates for staff' },
  { name: 'Planned work', link: '/planned', beside: '/updates' },
  { name: 'Audiences', link: '/settings/audiences', own: 8.5, for: (me) => me.administers },
  { name: 'Follow form', link: '/follow', command: 'Open the form for followers' },
  { name: 'Report form', link: '/report', command: 'Open the report form' },
  { name: 'Followers', link: '/settings/followers', own: 9, for: (me) => me.administers },
  { name: 'Words in other languages', link: '/settings/glossary', own: 7.5, for: (me) => me.administers },
  { name: 'Words for outsiders', link: '/settings/outside-words', own: 7, for: (me) => me.administers },
  { name: 'Questions to reporters', link: '/settings/questions', own: 6, for: (me) => me.administers },
];
