import type { Plan, Station } from '../../class/index.ts';
import {
  atHand,
  EASIER_WAY_FROM,
  insteadFor,
  type KitItem,
  type Library,
  type Move,
  moveAt,
  moveKey,
  oneEasier,
  REASON_WORDS,
  twinOf,
} from '../../moves/index.ts';
import { cautionOf } from './care.ts';
import { heatBand } from './heat.ts';

/** Something to say to a part of the people. */
export interface ToSay {
  who: string;
  /** Each move once, with where it comes. */
  lines: { move: string; instead: string | null; at: string }[];
  /** To all of them, in whole sentences. */
  words: string[];
}

interface Met {
  station: Station;
  move: Move;
  at: string[];
}

const TO_ALL = [
  'Unsure whether this is for you? Ask a professional first, and tell me before we begin.',
  'There is an easier way for everything: take it whenever you like.',
  'Stop at pain, dizziness, a tight chest or breath that does not settle.',
  'Drink when you need to.',
];

/**
 * What to say to whom before a class: by what people have said of themselves, by level, to who does not jump, and to all. Of moves
 * that are not known nothing is said but that they are not.
 * @param plan with what the library knows of its moves
 */
export function toSay(plan: Plan, library: Library, kitRoom: readonly KitItem[]): ToSay[] {
  const { met, unknown } = movesMet(plan, library);
  const kit = atHand(kitRoom);
  const part = (who: string, lines: ToSay['lines'], words: string[] = []): ToSay[] =>
    lines.length + words.length > 0 ? [{ who, lines, words }] : [];
  const audience = plan.audience ?? [];
  const hard = [...new Set(plan.blocks.flatMap((b) => cautionOf(b, plan)?.text ?? []))];
  const open = unknown.length > 0 ? [`Not known, so not looked at: ${unknown.join(', ')}.`] : [];
  const band = heatBand(plan.climate);
  return [
    ...part('To all', [], [...TO_ALL, ...hard, ...(band ? [`It is hot. ${band.advice}`] : []), ...open]),
    ...audience.flatMap((reason) =>
      part(
        capital(REASON_WORDS[reason]),
        met
          .filter(({ move }) => move.instead[reason] !== undefined)
          .map((m) => line(m, insteadFor(library, m.move, audience, kit)?.name ?? null)),
      ),
    ),
    ...part(
      'Who does not jump',
      met
        .filter(({ move }) => move.impact === 'high')
        .map((m) => line(m, m.station.lowImpact ?? twinOf(m.move, library)?.name ?? null)),
    ),
    ...(plan.level === 'beginner' || (plan.mix?.beginners ?? 0) > 0
      ? part(
          plan.mix ? `${plan.mix.beginners} beginners` : 'Beginners',
          met.filter(({ move }) => move.effort >= EASIER_WAY_FROM).map((m) => line(m, easierOf(m, library))),
        )
      : []),
    ...(plan.level === 'practised' || (plan.mix?.practised ?? 0) > 0
      ? part(
          plan.mix ? `${plan.mix.practised} practised` : 'Practised',
          met.flatMap((m) => {
            const harder = m.station.harder?.at(-1);
            return harder === undefined ? [] : [line(m, harder)];
          }),
        )
      : []),
  ];
}

/** Each known move once, with the blocks it is in; and the names of those not known. */
function movesMet(plan: Plan, library: Library): { met: Met[]; unknown: string[] } {
  const met = new Map<string, Met>();
  const unknown = new Set<string>();
  for (const block of plan.blocks)
    for (const station of block.stations) {
      const move = moveAt(library, station);
      const key = moveKey(library, station.move);
      if (!move) unknown.add(station.move);
      else if (!met.has(key)) met.set(key, { station, move, at: [block.title] });
      else if (!met.get(key)?.at.includes(block.title)) met.get(key)?.at.push(block.title);
    }
  return { met: [...met.values()], unknown: [...unknown] };
}

/** The station's own easier way that is lower, or in the instructor's words; else the library's. */
function easierOf({ station, move }: Met, library: Library): string | null {
  const own = station.easier?.find((way) => (library.get(way)?.effort ?? 0) < move.effort);
  return own ?? oneEasier(library, move)?.name ?? null;
}

const line = ({ station, at }: Met, instead: string | null) => ({ move: station.move, instead, at: at.join(', ') });

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
