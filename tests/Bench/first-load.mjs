/** What a browser loads of JavaScript before the watch is there, compressed, and what only the reach needs. Baseline: 200 kB, which is allowed. */
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const build = new URL('../../public/build/', import.meta.url);
const manifest = JSON.parse(readFileSync(new URL('manifest.json', build)));
const reached = (entries) => {
  const files = new Set();
  const walk = (name) => {
    const chunk = manifest[name];
    if (!chunk || files.has(chunk.file)) return;
    files.add(chunk.file);
    (chunk.imports ?? []).forEach(walk);
  };
  entries.forEach(walk);
  return files;
};
const size = (files) =>
  [...files].reduce((sum, file) => sum + gzipSync(readFileSync(new URL(file, build)), { level: 9 }).length, 0) / 1000;
for (const page of ['Desk/Watch', 'Incidents/Room', 'Paging/Answer', 'Updates/Report', 'Updates/Follow']) {
  const kilobytes = size(reached(['resources/js/app.ts', `resources/js/pages/${page}.vue`]));
  console.log(`${page}: ${kilobytes.toFixed(1)} kB gzipped, ${(kilobytes / 200).toFixed(2)} of the 200 kB allowed`);
}
