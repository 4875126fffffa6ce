import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';

test('the world’s clock goes along with Skarvo’s, and by itself where nothing is moved', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'clock-'));
  process.env.SKARVO_TIME_OFFSET_FILE = join(folder, 'ahead');
  const { instant, presently } = await import('../../stand-ins/clock.mjs');
  const isAhead = (seconds, at = presently()) => assert.ok(Math.abs(at - Date.now() - seconds * 1000) < 1000);
  isAhead(0);
  writeFileSync(join(folder, 'ahead'), '41117');
  isAhead(41_117);
  isAhead(41_117 - 3600, Date.parse(instant(3_600_000)));
  writeFileSync(join(folder, 'ahead'), '');
  isAhead(0);
  rmSync(folder, { recursive: true });
  isAhead(0);
});
