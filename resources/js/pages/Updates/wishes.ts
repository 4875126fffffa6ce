import type { SubscriptionLine } from '@/lib/shapes';

/** What somebody chooses to follow, as their form holds it. */
export interface Wishes {
  services: string[];
  places: string;
  main: boolean;
  about: SubscriptionLine['about'];
  when: 'always' | 'quiet' | 'digest';
  from: string;
  until: string;
  at: string;
}

export const noWishes = (): Wishes => ({
  services: [],
  places: '',
  main: false,
  about: 'all',
  when: 'always',
  from: '22:00',
  until: '07:00',
  at: '08:00',
});

export const wishesOf = (line: SubscriptionLine): Wishes => ({
  ...noWishes(),
  services: [...line.services],
  places: line.places.join(', '),
  main: line.tier !== null,
  about: line.about,
  when: line.digest_at !== null ? 'digest' : line.quiet_from !== null ? 'quiet' : 'always',
  ...(line.quiet_from === null || line.quiet_until === null ? {} : { from: line.quiet_from, until: line.quiet_until }),
  ...(line.digest_at === null ? {} : { at: line.digest_at }),
});

/** As it is sent: what does not apply is left out, whatever was typed there. */
export const sentOf = (wishes: Wishes, language: string): Record<string, string | boolean | string[] | null> => ({
  language,
  services: wishes.services,
  places: wishes.places
    .split(/[,;\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== ''),
  main: wishes.main,
  about: wishes.about,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone || null,
  quiet_from: wishes.when === 'quiet' ? wishes.from : null,
  quiet_until: wishes.when === 'quiet' ? wishes.until : null,
  digest_at: wishes.when === 'digest' ? wishes.at : null,
});
