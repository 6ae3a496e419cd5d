import { format } from 'date-fns';

/** Bytes as a person would say them: 24 KB, 1.2 GB. */
export function sizeWords(bytes: number): string {
  const units = ['bytes', 'KB', 'MB', 'GB', 'TB'];
  let value = bytes;
  let k = 0;
  while (value >= 1000 && k < units.length - 1) {
    value /= 1000;
    k += 1;
  }
  return `${value < 10 && k > 0 ? value.toFixed(1) : Math.round(value)} ${units[k]}`;
}

const COUNTED: [table: string, one: string, many: string][] = [
  ['plan', 'class', 'classes'],
  ['run', 'run', 'runs'],
  ['run_event', 'entry', 'entries'],
  ['move', 'move', 'moves'],
  ['recording', 'recording', 'recordings'],
];

/** The counts of a backup or a check, in words. */
export function sumWords(rows: Record<string, number>): string {
  return COUNTED.flatMap(([table, one, many]) => {
    const n = rows[table] ?? 0;
    return n === 0 && table !== 'plan' ? [] : [`${n} ${n === 1 ? one : many}`];
  }).join(', ');
}

const REASONS: [prefix: string, words: string][] = [
  ['nightly', 'Nightly'],
  ['by-hand', 'Made by hand'],
  ['before-restore', 'Before a restore'],
  ['before-', 'Before an update'],
];

/** Why and when a backup was made, from its file's name. */
export function backupWords(file: string): string {
  const [, why = '', day = '', time = ''] = /^odd-round-(.+)-(\d{8})-(\d{6})\.zip$/.exec(file) ?? [];
  const reason = REASONS.find(([prefix]) => why.startsWith(prefix))?.[1];
  const at = new Date(
    `${day.slice(0, 4)}-${day.slice(4, 6)}-${day.slice(6)}T${time.slice(0, 2)}:${time.slice(2, 4)}:${time.slice(4)}Z`,
  );
  return reason && !Number.isNaN(at.getTime()) ? `${reason}, ${format(at, 'EEE d MMM yyyy, HH:mm')}` : file;
}

const BROWSERS = ['Edg', 'OPR', 'Firefox', 'Chrome', 'Safari'] as const;
const BROWSER_WORDS: Record<(typeof BROWSERS)[number], string> = {
  Edg: 'Edge',
  OPR: 'Opera',
  Firefox: 'Firefox',
  Chrome: 'Chrome',
  Safari: 'Safari',
};
const DEVICES = ['iPhone', 'iPad', 'Android', 'Windows', 'Mac OS', 'Linux'];

/** A browser and its device from what it says of itself; what is not known is said so. */
export function browserWords(agent: string): string {
  const browser = BROWSERS.find((b) => agent.includes(`${b}/`));
  const device = DEVICES.find((d) => agent.includes(d));
  if (!browser && !device) return 'Unknown browser';
  return [browser ? BROWSER_WORDS[browser] : 'A browser', device && `on ${device}`].filter(Boolean).join(' ');
}
