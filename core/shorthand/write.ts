import { type Block, type Cell, type Format, type Phase, type Plan, roleTitle, type Station } from '../plan/index.ts';
import { writeDuration as d, writeName } from './lexis.ts';
import { readStationLine } from './station-line.ts';

/** Words that open a block line, by role. */
export const ROLE_WORDS: Record<Block['role'], string> = {
  warmUp: 'warm-up',
  main: 'main',
  finisher: 'finisher',
  coolDown: 'cool-down',
  other: 'block',
};

/** Writes a class in shorthand; reading it back over the same plan gives the plan again. */
export function writeShorthand(plan: Plan): string {
  const head = [
    `class: ${writeHeader(plan.title)}`,
    ...(plan.slot.start !== null || plan.slot.lengthMs !== null ? [`slot: ${slotWords(plan)}`] : []),
    ...(plan.heads !== null ? [`heads: ${plan.heads}`] : []),
    `level: ${plan.level}`,
    ...(plan.room !== '' ? [`room: ${writeHeader(plan.room)}`] : []),
    `count-in: ${d(plan.countInMs)}`,
  ];
  return `${[head.join('\n'), ...plan.blocks.map(writeBlock)].join('\n\n')}\n`;
}

function writeHeader(text: string): string {
  return /^[^\s"#][^"#\n]*$/.test(text) && !/\s$/.test(text) ? text : JSON.stringify(text);
}

function slotWords({ slot }: Plan): string {
  const length =
    slot.lengthMs === null
      ? null
      : slot.lengthMs % 60_000 === 0
        ? `${slot.lengthMs / 60_000} min`
        : `${slot.lengthMs / 1000}s`;
  return [slot.start, length].filter((x) => x !== null).join(', ');
}

/** One block with its stations and the break after it. */
export function writeBlock(block: Block): string {
  const title = block.title === roleTitle(block.role) ? '' : ` ${JSON.stringify(block.title)}`;
  const settings = [
    ...formatWords(block.format),
    ...(block.use === 'stations' ? ['at stations'] : []),
    ...(typeof block.floorMs === 'number' ? [`floor ${d(block.floorMs)}`] : []),
  ];
  const lines = [
    `${ROLE_WORDS[block.role]}${title}: ${settings.join(', ')}`,
    ...block.stations.map((s) => `  ${writeStation(s)}`),
  ];
  const { ms, untilTap } = block.breakAfter;
  if (ms > 0 || untilTap) lines.push(`break ${d(ms)}${untilTap ? ' until tapped' : ''}`);
  return lines.join('\n');
}

const rounds = (n: number) => `${n} ${n === 1 ? 'round' : 'rounds'}`;
const when = (yes: boolean, words: string) => (yes ? [words] : []);

function formatWords(f: Format): string[] {
  switch (f.kind) {
    case 'circuit':
      return [
        'circuit',
        rounds(f.rounds),
        `${d(f.workMs)}/${d(f.restMs)}`,
        ...when(f.workByRoundMs !== undefined, `work by round ${f.workByRoundMs?.map(d).join(' ')}`),
        ...when(f.restByRoundMs !== undefined, `rest by round ${f.restByRoundMs?.map(d).join(' ')}`),
        ...when(f.roundBreakMs > 0, `${d(f.roundBreakMs)} between rounds`),
        ...groupWords(f.groupSize),
        ...when(f.groupBreakMs > 0, `${d(f.groupBreakMs)} between groups`),
        ...when(f.breakMode === 'adds', 'breaks add'),
        ...when(f.lastRest === 'keep', 'keep last rest'),
      ];
    case 'tabata':
      return [
        'tabata',
        `${f.rounds} sets`,
        `${d(f.workMs)}/${d(f.restMs)}`,
        f.order === 'goRound' ? 'go round' : 'station by station',
        ...when(f.breakMs > 0, `${d(f.breakMs)} between groups`),
        ...when(f.breakMode === 'adds', 'breaks add'),
        ...when(f.lastRest === 'drop', 'drop last rest'),
      ];
    case 'emom':
      return [`every ${d(f.periodMs)}`, rounds(f.rounds), `${d(f.workMs)} work`, `${f.secondsPerRep} a rep`];
    case 'windows':
      return [
        'windows',
        `${f.count} windows`,
        `${d(f.onMs)} on`,
        `${d(f.offMs)} off`,
        ...when(f.lastOff === 'keep', 'keep last off'),
      ];
    case 'addOn':
      return [
        'add-on',
        `${d(f.workMs)} work`,
        `${d(f.restMs)} rest`,
        ...when(f.withinMs > 0, `${d(f.withinMs)} between stations`),
        ...when(f.order === 'oldestFirst', 'oldest first'),
        ...when(f.reverse, 'reverse'),
      ];
    case 'ladder':
      return [
        'ladder',
        rounds(f.rounds),
        `${d(f.workMs)} a rung`,
        `${d(f.restMs)} rest`,
        ...when(f.lastRest === 'keep', 'keep last rest'),
      ];
    default:
      return singleWords(f);
  }
}

function singleWords(f: Format): string[] {
  switch (f.kind) {
    case 'reps':
      return [
        'reps',
        rounds(f.rounds),
        `${f.reps} reps`,
        `${d(f.restMs)} rest`,
        ...when(f.roundBreakMs > 0, `${d(f.roundBreakMs)} between rounds`),
        `${f.secondsPerRep} a rep`,
      ];
    case 'beats':
      return ['beats', `${f.bpm} bpm`, `${f.counts} counts`, rounds(f.rounds)];
    case 'holds':
      return ['holds', `hold ${d(f.holdMs)}`, `change ${d(f.changeMs)}`];
    case 'amrap':
      return [f.forTime ? 'for time' : 'amrap', `cap ${d(f.capMs)}`];
    case 'open':
      return [
        { talk: 'talk', water: 'water', setUp: 'set-up', move: 'moving freely' }[f.purpose],
        d(f.lengthMs),
        ...when(f.untilTap, 'until tapped'),
      ];
    case 'demo':
      return ['demo', `${d(f.perStationMs)} a station`];
    default:
      return [];
  }
}

function groupWords(size: number | null): string[] {
  if (size === null) return [];
  if (size === 1) return ['station by station'];
  return [size === 2 ? 'in pairs' : size === 3 ? 'in threes' : `in groups of ${size}`];
}

/** One station as a line, its move quoted when it would read as anything else. */
export function writeStation(s: Station): string {
  const plain = writeName(s.move);
  const move = readStationLine(plain, 0, 1, 'x').station?.move === s.move ? plain : JSON.stringify(s.move);
  const parts = [
    move,
    ...sidesWords(s.sides),
    ...when(s.workMs !== undefined, `${d(s.workMs ?? 0)} work`),
    ...when(s.restMs !== undefined, `${d(s.restMs ?? 0)} rest`),
    ...when(s.reps !== undefined, `${s.reps?.count} reps${s.reps?.per === 'side' ? ' a side' : ''}`),
    ...(s.cells ?? []).flatMap(cellWords),
    ...(s.tempo ? [`tempo ${[s.tempo.downMs, s.tempo.holdMs, s.tempo.upMs, s.tempo.topMs].map(d).join('-')}`] : []),
    ...(s.layers ?? []).map((l) => `${l.counts} counts ${writeName(l.name)}`),
    ...when(s.effort !== undefined, `effort ${writeName(s.effort ?? '')}`),
    ...when(s.easier !== undefined, `easier ${writeName(s.easier ?? '')}`),
    ...when(s.harder !== undefined, `harder ${writeName(s.harder ?? '')}`),
    ...(s.formCues ?? []).map((c) => `cue ${writeName(c)}`),
    ...(s.phases ?? []).map(phaseWords),
    ...when(s.optional === true, 'optional'),
    ...when((s.kit ?? []).length > 0, `[${(s.kit ?? []).map(writeName).join(', ')}]`),
  ];
  return parts.join(', ');
}

function sidesWords(sides: Station['sides']): string[] {
  const first = 'first' in sides && sides.first === 'right' ? ['right first'] : [];
  switch (sides.mode) {
    case 'none':
      return [];
    case 'alternating':
      return ['alternating'];
    case 'each':
      return [`each side ${d(sides.restMs)} between sides`, ...first];
    case 'split':
      return ['switch at half', ...first];
    case 'byRound':
      return ['by round', ...first];
    case 'chain':
      return [`chain ${d(sides.breakMs)} between sides`, ...first];
  }
}

function cellWords({ round, workMs, restMs }: Cell): string[] {
  if (workMs !== undefined && restMs !== undefined) return [`round ${round} ${d(workMs)}/${d(restMs)}`];
  if (workMs !== undefined) return [`round ${round} work ${d(workMs)}`];
  return restMs !== undefined ? [`round ${round} rest ${d(restMs)}`] : [];
}

function phaseWords(p: Phase): string {
  switch (p.when) {
    case 'half':
      return `at half say ${writeName(p.say)}`;
    case 'last':
      return `last ${d(p.ms)} say ${writeName(p.say)}`;
    case 'at':
      return `at ${d(p.ms)} say ${writeName(p.say)}`;
  }
}
