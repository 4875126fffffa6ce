import { inject, provide, ref, type InjectionKey, type Ref } from 'vue';

/** How far this machine's clock is behind the server's, in milliseconds. */
let behind = 0;

/** Milliseconds. */
const ARRIVES_WITHIN = 1000;

const now = ref(Date.now());
/** As each second of the server's clock begins, so that all clocks of a page go on in one frame. */
function tick(): void {
  now.value = presently();
  setTimeout(tick, 1000 - (now.value % 1000));
}
tick();

/** Sets the clock of this page by the server's, so that a laptop that is minutes off shows the right waits. */
export function followServerTime(serverNow: string): void {
  behind = Date.parse(serverNow) - Date.now();
  now.value = presently();
}

/** The present by the server's clock, in milliseconds since the epoch; changes with each second. */
export function useNow(): Readonly<Ref<number>> {
  return now;
}

/** The present by the server's clock at this very instant, for what begins with it: the clock of this machine may be wrong. */
export function presently(): number {
  return Date.now() + behind;
}

/** The same for what has to include what has just happened: the answer that set the clock took a while to arrive. */
export function latestNow(): number {
  return presently() + ARRIVES_WITHIN;
}

export function millis(time: string | number): number {
  return typeof time === 'number' ? time : Date.parse(time);
}

/** The time zone of the reader's clock. */
export const ownZone = new Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Farther away than this, a day and a month do not say which year. */
const HALF_A_YEAR = 182 * 86_400_000;

/** The clocks of a zone: `07:14` today, with the day otherwise, and with the year where that is not the nearest such day. */
export function clockOf(zone?: string): (time: string | number) => string {
  const timeZone = zone ? { timeZone: zone } : {};
  const hourMinute = new Intl.DateTimeFormat('en-GB', { ...timeZone, hour: '2-digit', minute: '2-digit' });
  const date = new Intl.DateTimeFormat('en-GB', { ...timeZone, dateStyle: 'short' });
  const withDay: Intl.DateTimeFormatOptions = {
    ...timeZone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  };
  const dayHourMinute = new Intl.DateTimeFormat('en-GB', withDay);
  let withYear: Intl.DateTimeFormat | null = null;
  return (time) => {
    const at = millis(time);
    if (Math.abs(at - now.value) > HALF_A_YEAR) {
      withYear ??= new Intl.DateTimeFormat('en-GB', { ...withDay, year: 'numeric' });
      return withYear.format(at);
    }
    return date.format(at) === date.format(now.value) ? hourMinute.format(at) : dayHourMinute.format(at);
  };
}

/** On the reader's clock. */
export const clockTime = clockOf();

/** From one time to another: the day of the second only where it is another one. */
export function clockSpan(from: string | number, to: string | number): string {
  const day = (time: string | number): string => new Date(millis(time)).toDateString();
  return `${clockTime(from)} to ${day(from) === day(to) ? clockTime(to).slice(-5) : clockTime(to)}`;
}

type Clock = (time: string | number) => string;
const CLOCK: InjectionKey<Clock> = Symbol('clock');

/** Lets all that is shown inside be on the clock of a zone, which is named with each time. */
export function provideClock(zone: string): void {
  const clock = clockOf(zone);
  const name = new Intl.DateTimeFormat('en-GB', { timeZone: zone, timeZoneName: 'short' });
  provide(CLOCK, (time) => {
    const of = name.formatToParts(millis(time)).find((part) => part.type === 'timeZoneName')?.value ?? zone;
    return `${clock(time)} ${of}`;
  });
}

/** The clock by which times are shown here: the reader's, unless something around it says otherwise. */
export function useClock(): Clock {
  return inject(CLOCK, clockTime);
}

/** They take long to make. */
const fieldFormats = new Map<string, Intl.DateTimeFormat>();
function fieldFormat(zone: string): Intl.DateTimeFormat {
  const made =
    fieldFormats.get(zone) ??
    new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
  fieldFormats.set(zone, made);
  return made;
}

/** A time as a field of a form takes it, such as 2026-03-29T09:00, on the clocks of a zone. */
export function localOf(at: number, zone: string): string {
  const parts = Object.fromEntries(
    fieldFormat(zone)
      .formatToParts(at)
      .map((part) => [part.type, part.value]),
  );
  return `${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}`;
}

/** When the clocks of a zone show that time, milliseconds; the first time if they show it twice, as they go on if they never do. */
export function instantOf(local: string, zone: string): number {
  const wanted = Date.parse(`${local.slice(0, 16)}Z`);
  const shown = (at: number): number => Date.parse(`${localOf(at, zone)}Z`);
  const DAY = 86_400_000;
  // By what the clocks are ahead of UTC before any change near it, and after.
  const before = wanted - (shown(wanted - DAY) - (wanted - DAY));
  const after = wanted - (shown(wanted + DAY) - (wanted + DAY));
  return [Math.min(before, after), Math.max(before, after)].find((at) => shown(at) === wanted) ?? before;
}

/** `12 s`, `4 min`, `1 h 57 min`, `2 d 3 h`: how long something lasted. The server's sentences say it alike. */
export function lasting(milliseconds: number): string {
  const seconds = Math.max(0, Math.floor(milliseconds / 1000));
  const [minutes, hours, days] = [Math.floor(seconds / 60), Math.floor(seconds / 3600), Math.floor(seconds / 86400)];
  const and = (rest: number, unit: string): string => (rest === 0 ? '' : ` ${rest} ${unit}`);
  if (seconds < 60) return `${seconds} s`;
  if (minutes < 60) return `${minutes} min`;
  if (hours < 48) return `${hours} h${and(minutes % 60, 'min')}`;
  return `${days} d${and(hours % 24, 'h')}`;
}

const COUNTS_SECONDS = 20 * 60;

/** A running clock, which counts seconds near its end: `3 min 52 s`, `56 min`; with a sign once it has run out. Never like a time of day. */
export function remaining(milliseconds: number): string {
  const seconds = Math.floor(Math.abs(milliseconds) / 1000);
  const sign = milliseconds < 0 ? '+' : '';
  if (seconds < 60 || seconds >= COUNTS_SECONDS) return sign + lasting(seconds * 1000);
  return `${sign}${Math.floor(seconds / 60)} min ${String(seconds % 60).padStart(2, '0')} s`;
}
