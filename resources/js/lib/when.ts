import { localOf } from '@/lib/time';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const TWO = (number: number): string => String(number).padStart(2, '0');

/** `9:00`, `09:00`, `0900` or `9` as `09:00`; null for what is no time of a 24-hour clock. */
export function readClock(text: string): string | null {
  const parts = /^(\d{1,2})(?::?(\d{2}))?$/.exec(text.trim());
  const [hour, minute] = [Number(parts?.[1] ?? NaN), Number(parts?.[2] ?? 0)];
  return parts && hour <= 23 && minute <= 59 ? `${TWO(hour)}:${TWO(minute)}` : null;
}

/**
 * A day and a time as people type them, on 24-hour clocks: `2026-03-29 9:00`, `29 mar 9:00`, `29.3. 9:00`, `tomorrow 9:00`, or
 * just `9:00` for today. A day without its year is the one nearest to today: in December `5 jan` is next January's.
 *
 * @param now milliseconds; what `today` means
 * @returns as 2026-03-29T09:00; null for what cannot be understood
 */
export function readWhen(text: string, now: number, zone: string): string | null {
  const parts = /^(.*?)\s*(\d{1,2}:\d{2}|\d{4})$/.exec(
    text
      .trim()
      .toLowerCase()
      .replace(/^(\d{4}-\d{1,2}-\d{1,2})t/, '$1 '),
  );
  if (!parts) return null;
  const clock = readClock(parts[2] ?? '');
  const today = localOf(now, zone).slice(0, 10);
  const day = readDay((parts[1] ?? '').replace(/,/g, ' ').trim(), today);
  return clock && day ? `${day}T${clock}` : null;
}

function readDay(text: string, today: string): string | null {
  const after = (days: number): string =>
    new Date(Date.parse(`${today}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
  if (text === '' || text === 'today') return today;
  if (text === 'tomorrow') return after(1);
  if (text === 'yesterday') return after(-1);
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const named = /^(\d{1,2})\.?\s+([a-z]{3})[a-z]*\.?(?:\s+(\d{4}))?$/.exec(text);
  const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.?(?:\s?(\d{4}))?$/.exec(text);
  const [year, m, d] = iso
    ? [iso[1], Number(iso[2]), Number(iso[3])]
    : named
      ? [named[3], MONTHS.indexOf(named[2] ?? '') + 1, Number(named[1])]
      : dotted
        ? [dotted[3], Number(dotted[2]), Number(dotted[1])]
        : ['', 0, 0];
  const now = Date.parse(`${today}T00:00Z`);
  const here = Number(today.slice(0, 4));
  const away = (day: string): number => Math.abs(Date.parse(`${day}T00:00Z`) - now);
  return (
    (year === undefined ? [here, here + 1, here - 1] : [year])
      .map((one) => `${one}-${TWO(m)}-${TWO(d)}`)
      .filter(isDay)
      .sort((one, other) => away(one) - away(other))[0] ?? null
  );
}

/** A 31st of February is none. */
function isDay(day: string): boolean {
  const at = new Date(`${day}T00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === day;
}
