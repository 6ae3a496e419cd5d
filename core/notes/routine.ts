/** A part of a routine: what it is called, its counts, and the layers it is learnt in. */
export interface Part {
  name: string;
  counts: number;
  layers: string[];
}

/** A routine as notes tell it: its parts, what is chained, how often the whole is done, and whether the other side follows. */
export interface Routine {
  parts: Part[];
  wholes: { name: string; counts: number; times: number }[];
  mirrored: boolean;
}

const EMPTY: Routine = { parts: [], wholes: [], mirrored: false };
const PART = /^(part )?([A-H])\b[ :.-]*(.*?)\(?(\d{1,3})(?: ?counts?)?\)?\s*(?:[-\u2013:]\s*(.+))?$/i;
const CHAIN =
  /^([A-H](?:\s*(?:\+|&|and|,)\s*[A-H])+)\b\s*(?:together|joined|chained|as one)?(?:\s*(?:x ?(\d)|(\d) times))?/i;
const WHOLE =
  /^(?:the )?(?:whole|all|full)(?: (?:thing|routine|lot|dance))?\s*(?:x ?(\d{1,2})|(\d{1,2}) ?(?:x|times))/i;
const OTHER = /(?:other|left|second) (?:side|leg|lead)|mirror/i;

/** A routine with what one more sentence says of it. */
export function routineIn(sentence: string, before: Routine = EMPTY): Routine {
  const text = sentence
    .trim()
    .replace(/^(?:dance )?(?:routine|choreo(?:graphy)?)\s*[:-]?\s*/i, '')
    .replace(/^then\s+/i, '')
    .replace(/[.!]+$/, '');
  if (text === '') return before;
  const sum = before.parts.reduce((counts, part) => counts + part.counts, 0);
  const whole = WHOLE.exec(text);
  if (whole) {
    const times = Number(whole[1] ?? whole[2] ?? 1);
    return {
      ...before,
      wholes: [...before.wholes, { name: 'whole thing', counts: sum, times }],
      mirrored: before.mirrored || OTHER.test(text),
    };
  }
  const chain = CHAIN.exec(text);
  if (chain?.[1]) {
    const letters = chain[1].toUpperCase().match(/[A-H]/g) ?? [];
    const counts = letters.reduce((all, letter) => all + (before.parts[letter.charCodeAt(0) - 65]?.counts ?? 0), 0);
    return { ...before, wholes: [...before.wholes, { name: text, counts, times: Number(chain[2] ?? chain[3] ?? 1) }] };
  }
  if (OTHER.test(text)) return { ...before, mirrored: true };
  const part = PART.exec(text);
  if (!part?.[4]) return before;
  const layers = (part[5] ?? '')
    .split(/\s*,\s*/)
    .map((layer) => layer.trim())
    .filter(Boolean);
  const name = `${part[1] ? 'part ' : ''}${part[2]} ${part[3] ?? ''}`.replace(/[\s(:-]+$/, '').trim();
  return { ...before, parts: [...before.parts, { name, counts: Number(part[4]), layers }] };
}
