import { JOINTS, type Joint, SIDES, type Side } from './body.ts';
import { type Contact, ENDS, type End, MANNERS } from './contact.ts';
import {
  type FigureText,
  type Going,
  type Held,
  type PlacedProp,
  type Point,
  type Position,
  type Stretched,
  VIEWS,
  type View,
} from './figure.ts';
import { HELD, type HeldKind, PLACED, type PlacedKind, STRETCHED, type StretchedKind } from './kit.ts';
import { mirroredPosition } from './mirror.ts';
import { type Posture, partIndex, upright } from './posture.ts';

/*
 * The terms of a figure's text: each changes a position, or says something of the whole figure.
 */

type Open<T> = { -readonly [K in keyof T]: T[K] };

/** A position while it is being read. */
export interface Draft extends Open<Omit<Position, 'contacts' | 'going' | 'held' | 'stretched'>> {
  contacts: Map<End, Contact>;
  going: Map<End, Going>;
  held: Held[];
  stretched: Stretched[];
}

/** The terms of the whole figure. */
export interface Whole extends Open<Pick<FigureText, 'view' | 'inTurn' | 'travels' | 'flows' | 'beats'>> {
  placed: PlacedProp[];
  pair: [number, number] | null;
}

export type Apply = (draft: Draft, whole: Whole) => void;

/** Named lists of terms, which may name others. */
export type Poses = ReadonlyMap<string, readonly string[]>;

export const emptyDraft = (): Draft => ({
  posture: upright(),
  contacts: new Map(),
  going: new Map(),
  held: [],
  stretched: [],
  free: false,
  ...freshWay(),
});

/** The terms of the way to a position. */
export const freshWay = (): Pick<Draft, 'phase' | 'inMs' | 'holdMs' | 'airM' | 'shiftM'> => ({
  phase: null,
  inMs: null,
  holdMs: 0,
  airM: null,
  shiftM: [0, 0],
});

const NUMBER = String.raw`(-?\d+(?:\.\d+)?)`;
const LONGEST_S = 60;
const HIGHEST_M = 0.8;
const FARTHEST_M = 3;

const longestFirst = (names: object) => Object.keys(names).sort((a, b) => b.length - a.length);
const PLACED_NAMES = longestFirst(PLACED).join('|');
const HELD_NAMES = longestFirst(HELD).join('|');

const SIDED = ['foot', 'hand', 'knee', 'elbow'];
const BARE: Record<string, End> = { seat: 'seat', back: 'back', front: 'front', flank: 'side' };

/** The ends that a word names: "left foot", "feet", "seat". */
function endsOf(side: string | undefined, word: string): End[] | null {
  const bare = BARE[word];
  if (bare) return side === undefined ? [bare] : null;
  const one = word === 'feet' ? 'foot' : word.replace(/s$/, '');
  if (!SIDED.includes(one) || (side === undefined) === (one === word)) return null;
  return (side === undefined ? SIDES : [side]).map((s) => `${s} ${one}` as End);
}

const JOINT_TERM = new RegExp(
  `^(?:(left|right) )?(${Object.keys(JOINTS).join('|')})(s?)((?: (?:bend|out|side|turn))? ${NUMBER}(?: (?:out|side|turn|bend) ${NUMBER})*)$`,
);

/** One joint with its ways: "left hip 90 out 20", "shoulders out 90", "low 20 turn 10". */
function readJoint(text: string): Apply | null {
  const match = JOINT_TERM.exec(text);
  if (!match) return null;
  const joint = match[2] as Joint;
  const side = match[1] as Side | undefined;
  const isBoth = match[3] === 's';
  const { paired, ways } = JOINTS[joint];
  if (paired ? (side === undefined) !== isBoth : side !== undefined || isBoth) return null;
  const sides: readonly (Side | null)[] = !paired ? [null] : side === undefined ? SIDES : [side];
  const set: [index: number, value: number][] = [];
  const words = (match[4] ?? '').trim().split(' ');
  for (let k = 0; k < words.length; ) {
    const isNumber = /^-?\d/.test(words[k] ?? '');
    const way = isNumber ? 'bend' : (words[k] ?? '');
    if (!(way in ways)) return null;
    for (const s of sides) set.push([partIndex(joint, s, way), Number(words[isNumber ? k : k + 1])]);
    k += isNumber ? 1 : 2;
  }
  return (draft) => {
    for (const [index, value] of set) draft.posture[index] = value;
  };
}

const [LEAN, LOW, HIGH] = [
  partIndex('body', null, 'lean'),
  partIndex('low', null, 'bend'),
  partIndex('high', null, 'bend'),
];
const leanOf = (p: Posture) => (p[LEAN] as number) + (p[LOW] as number) + (p[HIGH] as number);

/** The body as a whole, the shoulder blades, and arms by where they point in the room: "lean 40", "arms at 90", "lift 4 cm". */
function readBody(text: string): Apply | null {
  const whole = new RegExp(`^(lean|tip|face) ${NUMBER}$`).exec(text);
  if (whole) {
    const index = partIndex('body', null, whole[1] === 'face' ? 'turn' : (whole[1] ?? ''));
    return (draft) => {
      draft.posture[index] = Number(whole[2]);
    };
  }
  const arms = new RegExp(`^(?:(left|right) arm|arms) at ${NUMBER}$`).exec(text);
  if (arms) {
    const sides = arms[1] === undefined ? SIDES : [arms[1] as Side];
    return ({ posture }) => {
      for (const side of sides) posture[partIndex('shoulder', side, 'bend')] = Number(arms[2]) + leanOf(posture);
    };
  }
  const girdle = new RegExp(`^(?:(left|right) )?(lift|reach) ${NUMBER} cm$`).exec(text);
  if (!girdle) return null;
  const sides = girdle[1] === undefined ? SIDES : [girdle[1] as Side];
  return ({ posture }) => {
    for (const side of sides) posture[partIndex('girdle', side, girdle[2] ?? '')] = Number(girdle[3]) / 100;
  };
}

const REST_TERM = new RegExp(
  `^(?:(left|right) )?(foot|feet|hands?|knees?|elbows?|seat|back|front|flank)(?: (flat|on toes|on heels?|on insteps?|free|steps?|slides?))?(?: on (${PLACED_NAMES}))?$`,
);

/** What rests on what, and how: "feet flat on floor", "left foot on toes", "right hand free", "feet step". */
function readRest(text: string): Apply | null {
  const match = REST_TERM.exec(text);
  const [, side, word = '', how, on] = match ?? [];
  const ends = match && endsOf(side, word);
  if (!ends || (how === undefined && on === undefined)) return null;
  if (how === 'free')
    return (draft) => {
      for (const end of ends) draft.contacts.delete(end);
    };
  const going: Going | null = how?.startsWith('step') ? 'steps' : how?.startsWith('slide') ? 'slides' : null;
  const said = MANNERS.find((m) => how === m || how === `on ${m}` || how === `on ${m}s`);
  return (draft) => {
    for (const end of ends) {
      const was = draft.contacts.get(end);
      draft.contacts.set(end, { manner: said ?? was?.manner ?? 'flat', on: on ?? was?.on ?? 'floor' });
      if (going) draft.going.set(end, going);
    }
  };
}

function readPoint(text: string): Point | null {
  const match = new RegExp(`^ahead ${NUMBER} up ${NUMBER}$`).exec(text);
  if (match) return { ahead: Number(match[1]), up: Number(match[2]) };
  return text === 'knees' || text === 'ankles' || (ENDS as readonly string[]).includes(text) ? (text as Point) : null;
}

/** Kit in the hands, between two points, in the room: "hold bells", "band from right hand to ahead 1 up 1", "box at 0.5". */
function readKit(text: string): Apply | null {
  if (text === 'put down')
    return (draft) => {
      draft.held = [];
    };
  const held = new RegExp(`^hold (${HELD_NAMES})(s?)(?: in (left|right|both))?( across)?$`).exec(text);
  if (held) {
    const kind = held[1] as HeldKind;
    const hands: Held['in'][] = held[2] === 's' ? ['left', 'right'] : [(held[3] ?? 'both') as Held['in']];
    const across = held[4] !== undefined;
    return (draft) => {
      const others = draft.held.filter((h) => !hands.includes(h.in) && h.in !== 'both' && hands[0] !== 'both');
      draft.held = [...others, ...hands.map((hand) => ({ kind, in: hand, across }))];
    };
  }
  const line = new RegExp(`^(${STRETCHED.join('|')}) from (.+)$`).exec(text);
  if (line) {
    const ends = (line[2] ?? '').split(' to ');
    const [from, to] = [readPoint(ends[0] ?? ''), readPoint(ends[1] ?? '')];
    if (!from || !to || ends.length !== 2) return null;
    const made: Stretched = { kind: line[1] as StretchedKind, from, to };
    const key = JSON.stringify(made);
    return (draft) => {
      if (!draft.stretched.some((s) => JSON.stringify(s) === key)) draft.stretched = [...draft.stretched, made];
    };
  }
  const placed = new RegExp(`^(${PLACED_NAMES})(?: at ${NUMBER})?$`).exec(text);
  if (!placed) return null;
  const kind = placed[1] as PlacedKind;
  const at = placed[2] === undefined ? null : Number(placed[2]);
  return (_, whole) => {
    whole.placed = [...whole.placed.filter((p) => p.kind !== kind), { kind, at }];
  };
}

const TIME_TERM = new RegExp(`^(?:(lower|lift)(?: ${NUMBER} s)?|${NUMBER} s|hold ${NUMBER} s)$`);

/** How long the way to a position takes, what part of a lift it is, and how long it is held: "lower 3 s", "0.5 s", "hold 1 s". */
function readTime(text: string): Apply | null {
  const match = TIME_TERM.exec(text);
  if (!match) return null;
  const [, phase, phaseS, aloneS, holdS] = match;
  const seconds = Number(phaseS ?? aloneS ?? holdS ?? 0);
  if (seconds < 0 || seconds > LONGEST_S) return null;
  return (draft) => {
    if (holdS !== undefined) draft.holdMs = seconds * 1000;
    else {
      if (phase !== undefined) draft.phase = phase as 'lower' | 'lift';
      if (phaseS !== undefined || aloneS !== undefined) draft.inMs = seconds * 1000;
    }
  };
}

/** A flight and how far it goes: "air 28 cm", "shift ahead 50 cm". */
function readAir(text: string): Apply | null {
  const air = new RegExp(`^air ${NUMBER} cm$`).exec(text);
  if (air) {
    const airM = Number(air[1]) / 100;
    if (airM < 0 || airM > HIGHEST_M) return null;
    return (draft) => {
      draft.airM = airM;
      draft.contacts.clear();
    };
  }
  const shift = new RegExp(`^shift (ahead|right) ${NUMBER} cm$`).exec(text);
  const by = Number(shift?.[2]) / 100;
  if (!shift || Math.abs(by) > FARTHEST_M) return null;
  return (draft) => {
    const [ahead, right] = draft.shiftM;
    draft.shiftM = shift[1] === 'ahead' ? [by, right] : [ahead, by];
  };
}

/** Left and right changed places in all that a position is. */
const mirror: Apply = (draft) => {
  Object.assign(draft, mirroredPosition(draft));
};

const WORDS: Record<string, Apply> = {
  'in turn': (_, whole) => {
    whole.inTurn = true;
  },
  travels: (_, whole) => {
    whole.travels = true;
  },
  flows: (_, whole) => {
    whole.flows = true;
  },
  leaning: (draft) => {
    draft.free = true;
  },
  balanced: (draft) => {
    draft.free = false;
  },
  // Straight and hanging, on nothing; what is held stays.
  upright: (draft) => {
    draft.posture = upright();
    draft.contacts.clear();
    draft.free = false;
  },
  mirrored: mirror,
};

/** Single words, and what is said of the whole: "side", "in turn", "beats 4", "shown 1 and 3". */
function readWord(text: string): Apply | null {
  const word = WORDS[text];
  if (word) return word;
  if ((VIEWS as readonly string[]).includes(text))
    return (_, whole) => {
      whole.view = text as View;
    };
  const beats = /^beats (\d{1,2})$/.exec(text);
  if (beats)
    return (_, whole) => {
      whole.beats = Number(beats[1]);
    };
  const pair = /^shown (\d{1,2}) and (\d{1,2})$/.exec(text);
  if (!pair) return null;
  return (_, whole) => {
    whole.pair = [Number(pair[1]) - 1, Number(pair[2]) - 1];
  };
}

const READERS = [readJoint, readTime, readAir, readRest, readBody, readKit, readWord];

/** Reads a term; a message where it is unknown. */
export function readTerm(text: string, poses: Poses, inside: readonly string[] = []): Apply | string {
  const isMirrored = text.endsWith(' mirrored');
  const name = isMirrored ? text.slice(0, -' mirrored'.length) : text;
  const pose = poses.get(name);
  if (!pose) {
    for (const reader of READERS) {
      const read = reader(text);
      if (read) return read;
    }
    return `\u201c${text}\u201d is not known`;
  }
  if (inside.includes(name)) return `\u201c${name}\u201d names itself`;
  const parts: Apply[] = [];
  for (const term of pose) {
    const read = readTerm(term, poses, [...inside, name]);
    if (typeof read === 'string') return `in \u201c${name}\u201d: ${read}`;
    parts.push(read);
  }
  const all = isMirrored ? [mirror, ...parts, mirror] : parts;
  return (draft, whole) => {
    for (const part of all) part(draft, whole);
  };
}
