/** Whether what was posted comes from Skarvo: RFC 9421 with HMAC-SHA256, over a digest of the body by RFC 9530. */
import { createHash, createHmac, timingSafeEqual } from 'node:crypto';
import { presently } from './clock.mjs';

const MOST_SECONDS_OLD = 300;

/**
 * @param {{ method: string, url: string, headers: Record<string, string | undefined> }} request url: the whole one
 * @param {string} body as it came
 * @param {string} secret empty: nothing is signed, and all is believed
 * @param {number} now in seconds
 */
export const isSigned = ({ method, url, headers }, body, secret, now = presently() / 1000) => {
  if (secret === '') return true;
  const [, parameters] = /^skarvo=(.+)$/.exec(headers['signature-input'] ?? '') ?? [];
  const [, said] = /^skarvo=:([A-Za-z0-9+/=]+):$/.exec(headers['signature'] ?? '') ?? [];
  const created = Number(/;created=(\d+)/.exec(parameters ?? '')?.[1]);
  if (!parameters || !said || !(Math.abs(now - created) <= MOST_SECONDS_OLD)) return false;
  const digest = `sha-256=:${createHash('sha256').update(body).digest('base64')}:`;
  if (headers['content-digest'] !== digest) return false;
  const covered = { '@method': method, '@target-uri': url, 'content-digest': digest, 'idempotency-key': headers['idempotency-key'] ?? '' };
  const named = [.../^\(([^)]*)\)/.exec(parameters)?.[1].matchAll(/"([^"]+)"/g) ?? []].map(([, name]) => name);
  if (Object.keys(covered).some((name) => !named.includes(name))) return false;
  const base = [...named.map((name) => `"${name}": ${covered[name]}`), `"@signature-params": ${parameters}`].join('\n');
  const right = createHmac('sha256', secret).update(base).digest();
  const given = Buffer.from(said, 'base64');
  return given.length === right.length && timingSafeEqual(given, right);
};
