/*
 * The clock of a place: from a moment to what its clocks show, and back, by the time zones that the platform knows.
 */

export interface Local {
  /** YYYY-MM-DD. */
  day: string;
  /** HH:MM. */
  time: string;
}

const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone);
  if (known) return known;
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  });
  formats.set(zone, format);
  return format;
}

/** Whether the platform knows a time zone of that name. */
export function isZone(zone: string): boolean {
  try {
    formatOf(zone);
    return true;
  } catch {
    return false;
  }
}

/** The local day and time of a moment (ms since 1970) in a zone, without seconds. Throws a RangeError for an unknown zone. */
export function localAt(ms: number, zone: string): Local {
  const parts = Object.fromEntries(
    formatOf(zone)
      .formatToParts(ms)
      .map((p) => [p.type, p.value]),
  );
  return { day: `${parts.year}-${parts.month}-${parts.day}`, time: `${parts.hour}:${parts.minute}` };
}

const asUtc = ({ day, time }: Local) => Date.parse(`${day}T${time}:00Z`);

/**
 * The moment at which clocks of a zone show a time, ms since 1970. Of a time that comes twice, when clocks are put back, the first; one that is
 * skipped, when they are put forward, is as much later as they are put forward.
 */
export function momentOf(local: Local, zone: string): number {
  const wanted = asUtc(local);
  const offsetAt = (ms: number) => asUtc(localAt(ms, zone)) - Math.floor(ms / 60_000) * 60_000;
  const before = offsetAt(wanted - 86_400_000);
  const after = offsetAt(wanted + 86_400_000);
  const first = wanted - before;
  // Right where the clocks agree; in the gap, by the clock of before it.
  if (before === after || asUtc(localAt(first, zone)) === wanted) return first;
  const second = wanted - after;
  return asUtc(localAt(second, zone)) === wanted ? second : first;
}
