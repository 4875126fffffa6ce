/** The world's clock, which is moved along with Skarvo's own where that is moved (docs/running.md). */
import { readFileSync } from 'node:fs';

const file = process.env.SKARVO_TIME_OFFSET_FILE;

const ahead = () => {
  try {
    return file ? Number(readFileSync(file, 'utf8')) * 1000 : 0;
  } catch {
    return 0;
  }
};

/** In milliseconds. */
export const presently = () => Date.now() + ahead();

/** @param {number} ago in milliseconds */
export const instant = (ago = 0) => new Date(presently() - ago).toISOString();
