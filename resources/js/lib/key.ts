/** A key that nobody else makes; works without HTTPS too, where crypto.randomUUID is missing. */
export function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
