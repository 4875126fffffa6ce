/** ISO 8601 durations as people write them: `90 s`, `5 min`, `2 h`, `1 d`; and back. */
const UNITS: [string, number][] = [
  ['d', 86400],
  ['h', 3600],
  ['min', 60],
  ['s', 1],
];

export function durationSeconds(iso: string): number {
  const parts = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(iso);
  if (!parts) return NaN;
  return (
    Number(parts[1] ?? 0) * 86400 + Number(parts[2] ?? 0) * 3600 + Number(parts[3] ?? 0) * 60 + Number(parts[4] ?? 0)
  );
}

/** `PT90S` as `90 s`; what is no duration comes back as it is. */
export function durationWords(iso: string | undefined): string {
  if (!iso) return '';
  const seconds = durationSeconds(iso);
  if (Number.isNaN(seconds)) return iso;
  const unit = UNITS.find(([, size]) => seconds >= size && seconds % size === 0);
  return unit ? `${seconds / unit[1]} ${unit[0]}` : '0 s';
}

/** `5 min` as `PT5M`; undefined for nothing; what cannot be understood comes back as it is, for the server to say so. */
export function durationOf(words: string): string | undefined {
  const text = words.trim().toLowerCase();
  if (text === '') return undefined;
  let seconds = 0;
  let rest = text;
  while (rest !== '') {
    const part = /^(\d+)\s*(seconds?|sec|s|minutes?|min|m|hours?|h|days?|d)?\s*/.exec(rest);
    if (!part) return words;
    const unit = part[2]?.[0] ?? 'm';
    seconds += Number(part[1]) * (unit === 'd' ? 86400 : unit === 'h' ? 3600 : unit === 's' ? 1 : 60);
    rest = rest.slice(part[0].length);
  }
  return seconds % 60 === 0 && seconds > 0 ? `PT${seconds / 60}M` : `PT${seconds}S`;
}
