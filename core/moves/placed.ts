import type { Body, Hands, Position, Station, Stays } from '../class/index.ts';
import { HELD } from './lexicon.ts';
import type { Reader, Reading } from './reading.ts';
import type { Move } from './schema.ts';
import { spell } from './spelling.ts';

/** A move by name, and where it is done and with what, as far as that is said. */
export type Placed = Pick<Station, 'move' | 'position' | 'kit'>;

const LOW: readonly Position[] = ['handsAndFeet', 'prone', 'supine', 'side', 'kneeling', 'seated'];

/** True for the positions one gets up from. */
export function isOnFloor(move: Pick<Move, 'position' | 'kit'>): boolean {
  if (move.position === 'seated') return move.kit.includes('mat') || move.kit.length === 0;
  return LOW.includes(move.position);
}

/**
 * What a station's move stands for where it is done: in another position than the library knows it in, the library's move of that
 * name and position, else the same move there, without its figure; a name of several meanings is the one of them that fits.
 */
export function readAt(library: Reader, { move: name, position, kit }: Placed): Reading {
  const reading = library.read(name);
  if (reading.kind === 'unknown') return reading;
  if (reading.kind === 'guessed' && reading.meanings.length > 1) {
    const held = kit?.filter((k) => HELD.has(k)) ?? [];
    const fits = (m: Move) =>
      (position === undefined || m.position === position) && held.every((k) => m.kit.includes(k));
    const [only, ...more] = position === undefined && held.length === 0 ? [] : reading.meanings.filter(fits);
    if (only && more.length === 0) return { kind: 'known', said: reading.said, move: only, of: only };
  }
  if (position === undefined || reading.move.position === position) return reading;
  const twin = twinAt(library, name, position);
  if (twin) return twin;
  const placed = <T extends Move>({ figure: _, ...m }: T): Move => ({ ...m, position });
  return reading.kind === 'known'
    ? { ...reading, move: placed(reading.move), of: placed(reading.of) }
    : { ...reading, move: placed(reading.move) };
}

/** The move that a station's name is known to stand for where it is done; null when it is guessed or unknown. */
export function moveAt(library: Reader, placed: Placed): Move | null {
  const reading = readAt(library, placed);
  return reading.kind === 'known' ? reading.of : null;
}

/** How a position is said in names. */
const SAID: Partial<Record<Position, readonly string[]>> = {
  seated: ['seated', 'chair'],
  standing: ['standing', 'wall'],
  kneeling: ['kneeling'],
  supine: ['lying'],
};

/** The library's move of the same name in another position: "seated march" for "march". */
function twinAt(library: Reader, name: string, position: Position): Extract<Reading, { kind: 'known' }> | null {
  for (const word of SAID[position] ?? []) {
    const reading = library.read(`${word} ${name}`);
    if (reading.kind === 'known' && reading.move.position === position && !isOnFloor(reading.move)) return reading;
  }
  return null;
}

/** What is done on the feet whatever it is called. */
const ON_FEET: ReadonlySet<Move['pattern']> = new Set(['squat', 'lunge', 'hinge', 'jump', 'carry']);

/** Whether a move cannot be done where everybody stays, as the library knows it. */
export function strays(move: Move, stays: Stays): boolean {
  if (stays === 'free') return false;
  const isUp =
    stays === 'seated' && (ON_FEET.has(move.pattern) || (move.impact !== 'none' && move.position !== 'seated'));
  return isUp || (isOnFloor(move) && (stays !== 'seated' || move.position !== 'seated'));
}

/** Whether a move of the library can be put where everybody stays somewhere and holds something. */
export function isFor(move: Pick<Move, 'position' | 'kit'>, { stays = 'free', hands }: Body): boolean {
  if (hands && move.kit.some((k) => HELD.has(k) && k !== hands.kit)) return false;
  return stays === 'free' || (!isOnFloor(move) && (stays === 'noFloor' || move.position === stays));
}

/** What a name stands for in a class or block of which body and hands are said, where it is done there, and with what. */
export interface PlacedReading {
  reading: Reading;
  /** Unset where it is not known. */
  position?: Position | undefined;
  kit: readonly string[];
}

/**
 * A station in a class or block: what it or its name says comes first, then what holds for all, then what the library knows. Off the
 * floor a move on the floor has no position, but where the library has it standing. Of a name that is not known nothing is claimed
 * but what is said of all.
 */
export function readIn(library: Reader, station: Placed, { stays = 'free', hands }: Body): PlacedReading {
  const { move: name, position: own } = station;
  if (stays === 'free' && !hands && !own && !station.kit) return asKnown(library.read(name));
  const isFree = stays === 'free' || own !== undefined || saysPlace(name);
  const kit = station.kit ?? (hands ? [hands.kit] : undefined);
  const read = (position: Position | undefined) => readAt(library, { move: name, position, ...(kit ? { kit } : {}) });
  const off = !isFree && stays === 'noFloor';
  const all = isFree || stays === 'noFloor' ? own : stays;
  const usual = read(all);
  const low = off && usual.kind === 'known' && isOnFloor(usual.move);
  const reading = low ? (twinAt(library, name, 'standing') ?? usual) : usual;
  const known = reading.kind === 'known' ? reading.move : null;
  const position = low && reading === usual ? undefined : (known?.position ?? all);
  return { reading, position, kit: kitIn(reading, isFree ? 'free' : stays, saysHeld(name) ? undefined : hands) };
}

/** As the library knows it, where nothing else is said. */
const asKnown = (reading: Reading): PlacedReading =>
  reading.kind === 'known'
    ? { reading, position: reading.move.position, kit: reading.move.kit }
    : { reading, kit: reading.said.kit };

/** What names are known to stand for in a class or block of which body and hands are said. */
export const namesIn = (library: Reader, body: Body): { get: (name: string) => Move | null } => ({
  get: (move) => {
    const { reading } = readIn(library, { move }, body);
    return reading.kind === 'known' ? reading.of : null;
  },
});

/** The kit of a move, or that is named in what is not known: of what is held what everybody holds; on chairs, or without a mat. */
function kitIn({ kind, move, said }: Reading, stays: Stays, hands: Hands | undefined): readonly string[] {
  const usual = kind === 'known' ? move.kit : said.kit;
  const isHeld = kind === 'known' && hands !== undefined && usual.some((k) => HELD.has(k));
  const held = isHeld ? [...usual.filter((k) => !HELD.has(k)), hands.kit] : usual;
  if (stays === 'free') return held;
  const up = held.filter((k) => k !== 'mat');
  return stays === 'seated' && isOnFloor({ position: 'seated', kit: up }) ? [...up, 'chair'] : up;
}

const saysHeld = (name: string) => spell(name).kit.some((k) => HELD.has(k));

/** Whether a name says where it is done. */
const saysPlace = (name: string) => spell(name).words.some((w) => w.role === 'place');
