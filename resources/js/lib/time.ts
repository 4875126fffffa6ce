import { ref, type Ref } from 'vue';

/** How far this machine's clock is behind the server's, in milliseconds. */
let behind = 0;

const now = ref(Date.now());
setInterval(() => (now.value = Date.now() + behind), 500);

/** Sets the clock of this page by the server's, so that a laptop that is minutes off shows the right waits. */
export function followServerTime(serverNow: string): void {
  behind = Date.parse(serverNow) - Date.now();
  now.value = Date.now() + behind;
}

/** The present by the server's clock, in milliseconds since the epoch; changes twice a second. */
export function useNow(): Readonly<Ref<number>> {
  return now;
}

export function millis(time: string | number): number {
  return typeof time === 'number' ? time : Date.parse(time);
}

const hourMinute = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const dayHourMinute = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** On the reader's clock: `07:14` today, with the day otherwise. */
export function clockTime(time: string | number): string {
  const at = new Date(millis(time));
  const today = new Date(now.value);
  return at.toDateString() === today.toDateString() ? hourMinute.format(at) : dayHourMinute.format(at);
}

/** `12 s`, `4 min`, `1 h 04`, `3 d`: how long something lasted. */
export function lasting(milliseconds: number): string {
  const seconds = Math.max(0, Math.floor(milliseconds / 1000));
  if (seconds < 60) return `${seconds} s`;
  const minutes = Math.floor(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 48) return `${hours} h ${String(minutes % 60).padStart(2, '0')}`;
  return `${Math.floor(hours / 24)} d`;
}

/** A running clock: `3:52`, `0:56 h`, and with a sign once it has run out. */
export function remaining(milliseconds: number): string {
  const over = milliseconds < 0;
  const seconds = Math.floor(Math.abs(milliseconds) / 1000);
  const sign = over ? '+' : '';
  if (seconds < 1200) return `${sign}${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  const minutes = Math.floor(seconds / 60);
  if (minutes < 48 * 60) return `${sign}${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')} h`;
  return `${sign}${Math.floor(minutes / 1440)} d`;
}
