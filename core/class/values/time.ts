/** Milliseconds in one second and one minute. */
export const SECOND_MS = 1000;
export const MINUTE_MS = 60_000;

/**
 * Reads a duration as instructors type it: `40` (seconds), `1:30`, `90s`, `2m`, `2 min`, `1m30`, `1m 30s`, `1:05:00`.
 * Gives integer milliseconds ≥ 0, or null when the text is not a duration.
 */
export function parseDuration(text: string): number | null {
  const t = text.trim().toLowerCase();
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2})$/.exec(t);
  if (clock) {
    const [, h, m, s] = clock;
    if (Number(s) > 59 || (h !== undefined && Number(m) > 59)) return null;
    return ((Number(h ?? 0) * 60 + Number(m)) * 60 + Number(s)) * SECOND_MS;
  }
  const plain = /^(\d{1,5})(?:\s*(?:s|sec|secs|second|seconds|″|"))?$/.exec(t);
  if (plain) return Number(plain[1]) * SECOND_MS;
  const decimal = /^(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:m|min|mins|minute|minutes|′|')$/.exec(t);
  if (decimal) return Math.round(Number((decimal[1] ?? '').replace(',', '.')) * MINUTE_MS);
  const mixed = /^(\d{1,3})\s*(?:m|min|mins|minutes?)\s*(\d{1,2})\s*(?:s|sec|secs|seconds?)?$/.exec(t);
  if (mixed && Number(mixed[2]) < 60) return (Number(mixed[1]) * 60 + Number(mixed[2])) * SECOND_MS;
  return null;
}

/** Shows a duration as m:ss (h:mm:ss from one hour on), rounded to the second; negative values carry a minus sign. */
export function formatDuration(ms: number): string {
  const total = Math.round(Math.abs(ms) / SECOND_MS);
  const sign = ms < 0 && total > 0 ? '−' : '';
  const h = Math.floor(total / 3600);
  const m = Math.floor((total % 3600) / 60);
  const s = String(total % 60).padStart(2, '0');
  return h > 0 ? `${sign}${h}:${String(m).padStart(2, '0')}:${s}` : `${sign}${m}:${s}`;
}

/** Shows a signed change, e.g. `+4:10` or `−0:30`. */
export function formatChange(ms: number): string {
  return ms > 0 ? `+${formatDuration(ms)}` : formatDuration(ms);
}

/** Shows a short duration the way it is typed in a cell: whole seconds below 100 s, else m:ss. */
export function formatSeconds(ms: number): string {
  const s = Math.round(ms / SECOND_MS);
  return s < 100 ? String(s) : formatDuration(ms);
}

/**
 * Reads a time of day as people write it: `18:15`, `18.15`, `1815`, `0615`, `6:15pm`, `6.15 p.m.`, `6 pm`, `18h15`, as
 * milliseconds after midnight; null when it is not one. A bare number is none: `6` may be morning or evening.
 */
export function parseClock(text: string): number | null {
  const t = text.trim().toLowerCase();
  const m =
    /^(\d{1,2})(?:[:.h]([0-5]\d))?\s*([ap])\.?\s*m\.?$/.exec(t) ??
    /^(\d{1,2})(?:[:.h]|(?<=^\d\d)(?=\d\d$))([0-5]\d)$/.exec(t);
  if (!m) return null;
  const [, hours = '', minutes = '0', half] = m;
  const hour = Number(hours);
  if (half === undefined) return hour > 23 ? null : (hour * 60 + Number(minutes)) * MINUTE_MS;
  if (hour < 1 || hour > 12) return null;
  return ((hour % 12) + (half === 'p' ? 12 : 0)) * 60 * MINUTE_MS + Number(minutes) * MINUTE_MS;
}

/** Shows milliseconds after midnight as HH:MM, wrapping past midnight; seconds are dropped. */
export function formatClock(msAfterMidnight: number): string {
  const day = 24 * 60;
  const total = ((Math.floor(msAfterMidnight / MINUTE_MS) % day) + day) % day;
  return `${String(Math.floor(total / 60)).padStart(2, '0')}:${String(total % 60).padStart(2, '0')}`;
}

/** A duration as it is said: "40 seconds", "1 minute", "1 minute 30". */
export function durationSaid(ms: number): string {
  const total = Math.round(ms / SECOND_MS);
  const [m, s] = [Math.floor(total / 60), total % 60];
  if (m === 0) return `${s} second${s === 1 ? '' : 's'}`;
  return `${m} minute${m === 1 ? '' : 's'}${s === 0 ? '' : ` ${s}`}`;
}
