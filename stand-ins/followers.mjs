/**
 * What reaches followers: text messages, and the system of a partner that takes webhooks.
 *
 * Each can be slow to nothing, refuse, hang, or say yes and lose it. The partner checks signatures as Standard Webhooks says, once it
 * has been given the secret.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { instant, presently } from './clock.mjs';

const WAYS = ['ok', 'refuse', 'hang', 'silent'];
const TOLERANCE_SECONDS = 300;
const TELL_ATTEMPTS = 60;

export function isStandardWebhook(headers, body, secret, now = presently() / 1000) {
  const [id, at, signatures] = [headers['webhook-id'], headers['webhook-timestamp'], headers['webhook-signature']];
  if (!id || !signatures || !(Math.abs(now - Number(at)) <= TOLERANCE_SECONDS)) return false;
  const right = createHmac('sha256', Buffer.from(secret.replace(/^whsec_/, ''), 'base64')).update(`${id}.${at}.${body}`).digest();
  return String(signatures).split(' ').some((one) => {
    const given = Buffer.from(one.replace(/^v1,/, ''), 'base64');
    return one.startsWith('v1,') && given.length === right.length && timingSafeEqual(given, right);
  });
}

export function createFollowers({ post, keep }) {
  const texts = [];
  const partner = [];
  const ways = { texts: 'ok', partner: 'ok' };
  let secret = '';

  const tell = async (event, attempt = 1) => {
    const answer = await post('/api/v1/deliveries', event).catch(() => ({ status: 0 }));
    if ((answer.status === 0 || answer.status >= 500) && attempt < TELL_ATTEMPTS) setTimeout(() => void tell(event, attempt + 1), 1000).unref();
  };
  const once = (list, key, message) => {
    const known = list.find((one) => one.key === key);
    if (known) known.repeats++;
    else keep(list, { ...message, key, at: instant(), repeats: 0 });
    return !known;
  };
  const through = (way, arrive) => {
    if (way === 'hang') return new Promise(() => undefined);
    if (way === 'refuse') return [500, { error: 'This is down.' }];
    if (way === 'ok') arrive();
    return [200, { ok: true }];
  };

  return {
    state: () => ({ texts, partner, followerWays: ways, partnerChecks: secret !== '' }),
    takeText: (message, key) =>
      through(ways.texts, () => {
        // A number that ends in 00 is switched off for good: networks say so afterwards.
        const isOff = /00$/.test(String(message.to));
        if (once(texts, key, { ...message, isOff })) void tell(isOff ? { key, event: 'failed', why: 'the number is not in use' } : { key, event: 'delivered' });
      }),
    takeWebhook: (headers, body) => {
      if (secret !== '' && !isStandardWebhook(headers, body, secret)) return [401, { error: 'The signature is not right.' }];
      return through(ways.partner, () => once(partner, headers['webhook-id'], { ...JSON.parse(body), isChecked: secret !== '' }));
    },
    set: ({ texts: text, partner: system, secret: given }) => {
      if (![text, system].every((one) => one === undefined || WAYS.includes(one))) return [422, { error: `It is one of ${WAYS.join(', ')}.` }];
      ways.texts = text ?? ways.texts;
      ways.partner = system ?? ways.partner;
      secret = given ?? secret;
      return [200, { ...ways }];
    },
  };
}
