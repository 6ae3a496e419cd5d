import {
  type Block,
  type Body,
  bodyOf,
  donesOf,
  goesWith,
  moduleOf,
  type Plan,
  type Sides,
  type Station,
  type Swap,
  withoutMove,
} from '../class/index.ts';
import { moveAt, type Placed, readAt, readIn } from './placed.ts';
import { type Reader, type Reading, readerOf } from './reading.ts';
import { type Move, plainMove, type Reason } from './schema.ts';

/** The moves, and what a typed name stands for among them. */
export interface Library extends Reader {
  moves: readonly Move[];
  /** The move of exactly this name, whatever its case. */
  named(name: string): Move | null;
  /** The move that a name is known to stand for, as the library has it; null when it is guessed or unknown. */
  get(name: string): Move | null;
}

export function libraryOf(moves: readonly Move[]): Library {
  const byName = new Map(moves.map((m) => [keyOf(m.name), m]));
  const named = (name: string) => byName.get(keyOf(name)) ?? null;
  const { read, mended } = readerOf(moves);
  const get = (name: string) => {
    const exact = named(name);
    if (exact) return exact;
    const reading = read(name);
    return reading.kind === 'known' ? reading.of : null;
  };
  return { moves, named, get, read, mended };
}

/** The best that can be had of a station: the known move, the guessed one, or a plain one of which nothing may be claimed. */
export const moveOf = (library: Library, placed: Placed): Move =>
  readAt(library, placed).move ?? plainMove(placed.move);

/** One key for all names that a known move goes by; of another name its own. */
export const moveKey = (library: Pick<Library, 'get'>, name: string): string => keyOf(library.get(name)?.name ?? name);

/** The key by which names are compared: lower case, straight apostrophes, single spaces. */
export function keyOf(name: string): string {
  return name.toLowerCase().replaceAll('\u2019', "'").replace(/\s+/g, ' ').trim();
}

/** The details a station takes from its move where it has none: kit, options, form cues. */
export function detailsOf(move: Move): Pick<Station, 'kit' | 'position' | 'easier' | 'harder' | 'formCues'> {
  return {
    position: move.position,
    ...(move.kit.length > 0 ? { kit: move.kit } : {}),
    ...(move.easier ? { easier: [move.easier] } : {}),
    ...(move.harder ? { harder: [move.harder] } : {}),
    ...(move.cues.length > 0 ? { formCues: move.cues } : {}),
  };
}

/**
 * The station with what the library knows of its moves, and before that what is said of everybody there; what the instructor said of
 * them stays as it is.
 */
export function resolveStation(station: Station, library: Library, body: Body = {}): Station {
  const known = knownOf(library, station, body);
  const cells = station.cells?.some((c) => c.swap)
    ? station.cells.map((c) => (c.swap ? { ...c, swap: resolveSwap(c.swap, library, body) } : c))
    : station.cells;
  if (!known && cells === station.cells) return station;
  return { ...known, ...station, ...(cells ? { cells } : {}) };
}

/**
 * What may be said of a name where it stands: all of a known move, of another where everybody is and the kit that stands in the name;
 * null where that is nothing.
 */
function knownOf(library: Library, placed: Placed, body: Body) {
  const { reading, position, kit } = readIn(library, placed, body);
  const { position: _, kit: __, ...details } = reading.kind === 'known' ? detailsOf(reading.move) : {};
  const { weightKg } = body.hands ?? {};
  const isHeld = reading.kind === 'known' && weightKg !== undefined && kit.includes(body.hands?.kit ?? '');
  const known: Partial<Station> = {
    ...(position ? { position } : {}),
    ...(kit.length > 0 ? { kit: [...kit] } : {}),
    ...details,
    ...(isHeld ? { weightKg } : {}),
  };
  return Object.keys(known).length > 0 ? known : null;
}

/** What is put in a move's place, with what is known of it there. */
export function resolveSwap(swap: Swap, library: Library, body: Body): Swap {
  const { formCues: _, weightKg: __, ...details } = knownOf(library, swap, body) ?? {};
  return { ...details, ...swap };
}

/** The block with what the library knows of its moves where they are done. */
export function resolveBlock(plan: Pick<Plan, 'body'>, block: Block, library: Library): Block {
  const body = bodyOf(plan, block);
  return { ...block, stations: block.stations.map((s) => resolveStation(s, library, body)) };
}

/**
 * The class with what the library knows of its moves: as it is shown, said, checked and led. The library's form cues are said only
 * where the class asks for them; the instructor's own are said in any case.
 */
export function resolvePlan<P extends Pick<Plan, 'blocks'> & Partial<Pick<Plan, 'cues' | 'cueLevels' | 'body'>>>(
  plan: P,
  library: Library,
): P {
  const asks = plan.cues?.formCues === true || plan.cueLevels?.formCues !== undefined;
  const blocks = plan.blocks.map((b) => ({
    ...b,
    stations: b.stations.map((written) => {
      const station = resolveStation(written, library, bodyOf(plan, b));
      const quiet = !asks && b.cueLevels?.formCues === undefined && !written.formCues && station.formCues !== undefined;
      return quiet ? { ...station, cueLevels: { formCues: 'off' as const, ...written.cueLevels } } : station;
    }),
  }));
  return { ...plan, blocks };
}

/** A station with another move on it, and what of the old one went with it, in words. */
export interface Renamed {
  station: Station;
  gone: string[];
}

/**
 * Puts a move on a station by name: what was said of the old one goes, but for the instructor's own cues. Sides follow the new
 * move where the library knows it. The same name in other letters changes only how it is written.
 * @param usual how a move done on one side at a time is shared when the station says nothing; see `usualSides`
 */
export function putMove(station: Station, name: string, library: Library, usual: Sides = SPLIT): Renamed {
  if (keyOf(name) === keyOf(station.move)) return { station: { ...station, move: name }, gone: [] };
  const [before, reading] = [library.get(station.move), library.read(name)];
  const cues = station.formCues?.filter((cue) => !before?.cues.includes(cue)) ?? [];
  const { mode } = station.sides;
  const sides = sidesFor(station.sides, reading, usual);
  const { reps } = reading.said;
  const gone = [
    ...goesWith(station),
    ...(cues.length < (station.formCues?.length ?? 0) ? ['form cues'] : []),
    ...(sides.mode === 'none' && mode !== 'none' ? ['sides'] : []),
  ];
  return {
    station: {
      ...withoutMove(station),
      move: name,
      sides,
      ...(cues.length > 0 ? { formCues: cues } : {}),
      ...(reps ? { reps } : {}),
    },
    gone,
  };
}

/** The sides said in the name; else as the move wants them, where it is known to be done on one side at a time: a guess sets none. */
function sidesFor(now: Sides, { kind, move, said }: Reading, usual: Sides): Sides {
  if (said.side) return { mode: 'one', side: said.side };
  if (said.both === 'alternating') return { mode: 'alternating' };
  const isOneSided = kind === 'known' && move.oneSided;
  if ((said.both === 'each' || isOneSided) && now.mode === 'none') return usual;
  return kind === 'known' && !move.oneSided && said.both === null ? { mode: 'none' } : now;
}

const SPLIT: Sides = { mode: 'split', first: 'left' };

/**
 * How a move done on one side at a time is shared in a block where nothing is said of it: as the last station there that is, else as
 * the block's format has it.
 */
export function usualSides(block: Block, library: Library): Sides {
  const said = block.stations.findLast(
    ({ move, sides }) => sides.mode !== 'none' && sides.mode !== 'one' && library.get(move)?.oneSided,
  );
  if (said) return said.sides;
  const mode = block.use === 'stations' ? 'split' : moduleOf(block.format).traits.oneSided;
  return { mode, first: 'left' };
}

/**
 * A class in which moves that are known to be done on one side at a time share their sides as usual in their block, where nothing
 * is said: what is typed, read and opened is as what is put in the sheet. Lengths stay: where both sides would take longer, nothing
 * is set.
 * @param isNew of which stations
 */
export function withUsualSides(plan: Plan, library: Library, isNew: (s: Station) => boolean = () => true): Plan {
  const blocks = plan.blocks.map((block) => {
    const usual = usualSides(block, library);
    const stations = block.stations.map((s) =>
      s.sides.mode === 'none' && usual.mode !== 'each' && usual.mode !== 'chain' && isNew(s)
        ? { ...s, sides: sidesFor(s.sides, library.read(s.move), usual) }
        : s,
    );
    return { ...block, stations };
  });
  return { ...plan, blocks };
}

/** The station with another move on it; see `putMove`. */
export const withMove = (station: Station, move: Move, library: Library, usual?: Sides) =>
  putMove(station, move.name, library, usual).station;

/** The move to do in place of another for a reason, followed through the library; null when it needs none or names none. */
export function insteadOf(library: Library, move: Move, reason: Reason): Move | null {
  const name = move.instead[reason];
  return name === undefined ? null : library.get(name);
}

/** The figures of moves by the names they are shown under, as they are done in a class; of those that are drawn. */
export function figuresOf(
  names: readonly string[],
  library: Library,
  { blocks }: Pick<Plan, 'blocks'>,
): Record<string, string> {
  const found: Record<string, string> = {};
  const placed = new Map(blocks.flatMap((b) => b.stations.flatMap(donesOf)).map((p) => [p.move, p]));
  for (const name of names) {
    const figure = moveAt(library, placed.get(name) ?? { move: name })?.figure;
    if (figure !== undefined) found[name] = figure;
  }
  return found;
}

/** The moves of the library that some classes name, by name. */
export function movesUsed(plans: readonly Plan[], library: Library): Move[] {
  const named = plans.flatMap((p) => p.blocks.flatMap((b) => b.stations.flatMap((s) => donesOf(s).map((d) => d.move))));
  const used = new Map(named.flatMap((name) => [library.get(name)].flatMap((m) => (m ? [[m.name, m] as const] : []))));
  return [...used.values()].sort((a, b) => a.name.localeCompare(b.name));
}
