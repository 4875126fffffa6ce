import { describe, expect, it } from 'vitest';
import { followPhrases } from '@/pages/Updates/followWords';
import { noWishes, sentOf, wishesOf } from '@/pages/Updates/wishes';
import type { SubscriptionLine } from '@/lib/shapes';

const line: SubscriptionLine = {
  channel: 'mail',
  address: 'a@b.example',
  language: 'en',
  services: ['Booking'],
  places: ['Havre', 'Skjell'],
  tier: 1,
  about: 'planned',
  incident: null,
  onlyEnd: false,
  quiet_from: '23:00',
  quiet_until: '06:30',
  digest_at: null,
  isConfirmed: true,
  paused: null,
  isEnded: false,
  version: 3,
};

describe('wishes', () => {
  it('are what was kept, and are sent as they were', () => {
    const wishes = wishesOf(line);
    expect(wishes).toMatchObject({ when: 'quiet', from: '23:00', until: '06:30', places: 'Havre, Skjell', main: true });
    expect(sentOf(wishes, 'en')).toMatchObject({
      services: ['Booking'],
      places: ['Havre', 'Skjell'],
      main: true,
      about: 'planned',
      quiet_from: '23:00',
      quiet_until: '06:30',
      digest_at: null,
    });
    wishes.services.push('Payment');
    expect(line.services).toEqual(['Booking']);
  });

  it('leave out what does not apply, whatever was typed there', () => {
    expect(sentOf({ ...noWishes(), when: 'digest', at: '09:15' }, 'de')).toMatchObject({
      language: 'de',
      quiet_from: null,
      quiet_until: null,
      digest_at: '09:15',
    });
    expect(sentOf({ ...noWishes(), places: ' Havre;; Ask,\n , ' }, 'en')).toMatchObject({ places: ['Havre', 'Ask'] });
    expect(wishesOf({ ...line, quiet_from: null, quiet_until: null, digest_at: '09:15' })).toMatchObject({
      when: 'digest',
      at: '09:15',
    });
  });

  it('are asked for in each language in other words', () => {
    const english = followPhrases('en');
    for (const language of ['no', 'de', 'ar']) {
      const phrases = followPhrases(language);
      const same = (Object.keys(english) as (keyof typeof english)[]).filter((key) => phrases[key] === english[key]);
      expect(same).toEqual([]);
    }
    expect(followPhrases('xx')).toBe(english);
  });
});
