import { parseDuration } from '../../../core/class/index.ts';

/** Seconds with a sign: how long the recording ran before the class began, or came after it. */
export function readOffset(text: string): number | null {
  const t = text.trim().replace(/^\u2212/, '-');
  const exact = /^([+-]?)(\d{1,5}\.\d{1,3})\s*s?$/.exec(t);
  if (exact) return (exact[1] === '-' ? -1 : 1) * Math.round(Number(exact[2]) * 1000);
  const ms = parseDuration(t.replace(/^[+-]/, ''));
  return ms === null ? null : t.startsWith('-') ? -ms : ms;
}
