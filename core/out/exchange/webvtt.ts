/** A stretch of a recording with words to it. */
export interface TimedText {
  /** ms from the recording's start. */
  startMs: number;
  endMs: number;
  text: string;
  /** At the head of the picture, where others stand at its foot. */
  atTop?: boolean;
}

/** `hh:mm:ss.ttt`, as WebVTT writes a moment. */
function timestamp(ms: number): string {
  const t = Math.max(0, Math.round(ms));
  const two = (n: number) => String(n).padStart(2, '0');
  return `${two(Math.floor(t / 3_600_000))}:${two(Math.floor(t / 60_000) % 60)}:${two(Math.floor(t / 1000) % 60)}.${String(t % 1000).padStart(3, '0')}`;
}

/** Words as a cue's text: no line of it is empty, nothing in it is taken for a tag or an arrow. */
const cueText = (text: string) =>
  text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .split(/[\r\n\u2028\u2029]+/)
    .map((line) => line.trim())
    .filter(Boolean)
    .join('\n');

/**
 * A WebVTT file (W3C, Candidate Recommendation of 2019, section 4.1) of timed texts in the order of their time. One that has no length or no words is
 * left out: the format knows none.
 */
export function writeWebVtt(texts: readonly TimedText[]): string {
  const cues = texts
    .filter((t) => Math.round(t.endMs) > Math.round(Math.max(0, t.startMs)) && cueText(t.text) !== '')
    .sort((a, b) => a.startMs - b.startMs || b.endMs - a.endMs)
    .map(
      (t, k) =>
        `${k + 1}\n${timestamp(t.startMs)} --> ${timestamp(t.endMs)}${t.atTop ? ' line:0' : ''}\n${cueText(t.text)}\n`,
    );
  return ['WEBVTT\n', ...cues].join('\n');
}
