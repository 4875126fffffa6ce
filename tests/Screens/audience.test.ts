import { describe, expect, it } from 'vitest';
import { audienceWords } from '@/pages/Updates/audience';

describe('who is told', () => {
  it('says how many follow, how they are reached, and who answers for it', () => {
    expect(audienceWords({ channels: { chat: 1, mail: 2 }, owners: ['Elin Skarv'] })).toBe(
      '3 followers (1 in a chat, 2 by mail); Elin Skarv, who answers for it: told at once, and as it goes on.',
    );
    expect(audienceWords({ channels: {}, owners: ['A', 'B'] })).toBe(
      'A, B, who answer for it: told at once, and as it goes on.',
    );
    expect(audienceWords({ channels: { text: 1 }, owners: [] })).toBe(
      '1 follower (1 by text message): told at once, and as it goes on.',
    );
    expect(audienceWords({ channels: {}, owners: [] })).toContain('Nobody follows it');
  });
});
