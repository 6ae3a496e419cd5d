const two = (n: number) => String(n).padStart(2, '0');

/** The local day of an instant, YYYY-MM-DD; today where none is given. */
export function dayOf(at: number | string = Date.now()): string {
  const day = new Date(at);
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}

/** The local time of day of an instant (ms since 1970), HH:MM. */
export function timeOfDay(at: number | string = Date.now()): string {
  const moment = new Date(at);
  return `${two(moment.getHours())}:${two(moment.getMinutes())}`;
}

const AGO = new Intl.RelativeTimeFormat('en-GB');
/** From so many ms on a time is told in a unit. */
const UNITS: readonly [ms: number, unit: Intl.RelativeTimeFormatUnit][] = [
  [365 * 86_400_000, 'year'],
  [30 * 86_400_000, 'month'],
  [86_400_000, 'day'],
  [3_600_000, 'hour'],
  [60_000, 'minute'],
];

/** The time since an instant, in its largest unit: "3 days ago". */
export function agoWords(at: string, nowMs = Date.now()): string {
  const ms = nowMs - Date.parse(at);
  const [size, unit] = UNITS.find(([from]) => ms >= from) ?? [0, 'minute'];
  return size === 0 ? 'less than a minute ago' : AGO.format(-Math.round(ms / size), unit);
}
