import { type Format, moduleOf, settingOf, settingsOf } from '../formats/index.ts';
import { type Block, blockTitle, DEFAULT_GET_READY_MS, type Plan } from '../plan/index.ts';
import { type Cell, DONE_WORDS, MEASURES, type Phase, SAID_ROWS, type Station } from '../station/index.ts';
import { type Weights, weightWords } from '../values/index.ts';
import { bodyWritten } from './body-clauses.ts';
import { readStationLine } from './station-line.ts';
import { writeDuration as d, writeName } from './tokens.ts';

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
    ...(plan.mix ? [`mix: ${plan.mix.beginners} beginners, ${plan.mix.practised} practised`] : []),
    ...(plan.kind ? [`kind: ${plan.kind}`] : []),
    ...(plan.body ? [`everyone: ${bodyWritten(plan.body).join(', ')}`] : []),
    ...(plan.climate ? [`heat: ${plan.climate.celsius} °C, ${plan.climate.humidity} %`] : []),
    ...(plan.room !== '' ? [`room: ${writeHeader(plan.room)}`] : []),
    `count-in: ${d(plan.countInMs)}`,
    ...when(plan.getReadyMs !== DEFAULT_GET_READY_MS, `get-ready: ${d(plan.getReadyMs)}`),
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
  const title = block.title === blockTitle(block) ? '' : ` ${JSON.stringify(block.title)}`;
  const settings = [
    ...formatWords(block.format),
    ...(block.use === 'stations' ? ['at stations'] : []),
    ...(block.body ? bodyWritten(block.body) : []),
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

/** The words of a format: how it opens, then every setting that silence does not say. */
function formatWords(format: Format): string[] {
  const said = settingsOf(format).map(([key, setting]): string | null =>
    setting.say(settingOf(format, key) as never, d, format),
  );
  return [moduleOf(format).open(format, d), ...said.filter((words) => words !== null)];
}

const when = (yes: boolean, words: string) => (yes ? [words] : []);

/** One station as a line, its move quoted when it would read as anything else. */
export function writeStation(s: Station): string {
  const plain = writeName(s.move);
  const move = readStationLine(plain, 0, 1, 'x').station?.move === s.move ? plain : JSON.stringify(s.move);
  const parts = [
    move,
    ...sidesWords(s.sides),
    ...when(s.workMs !== undefined, `${d(s.workMs ?? 0)} work`),
    ...when(s.restMs !== undefined, `${d(s.restMs ?? 0)} rest`),
    ...weightWordsOf(s),
    ...when(s.reps !== undefined, `${s.reps?.count} reps${s.reps?.per === 'side' ? ' a side' : ''}`),
    ...(s.measure
      ? [`${s.measure.count} ${s.measure.unit === 's' ? 'seconds of it' : MEASURES[s.measure.unit].many}`]
      : []),
    ...(s.cells ?? []).flatMap(cellWords),
    ...(s.tempo ? [`tempo ${[s.tempo.downMs, s.tempo.holdMs, s.tempo.upMs, s.tempo.topMs].map(d).join('-')}`] : []),
    ...(s.layers ?? []).map((l) => `${l.counts} counts ${writeName(l.name)}`),
    ...SAID_ROWS.flatMap(([key, { keyword }]) => (s[key] === undefined ? [] : [`${keyword} ${writeName(s[key])}`])),
    ...waysWords('easier', s.easier),
    ...waysWords('harder', s.harder),
    ...when(s.lowImpact !== undefined, `low impact ${writeName(s.lowImpact ?? '')}`),
    ...(s.formCues ?? []).map((c) => `cue ${writeName(c)}`),
    ...(s.phases ?? []).map(phaseWords),
    ...(s.position ? [`done ${DONE_WORDS[s.position]}`] : []),
    ...when(s.optional === true, 'optional'),
    ...when(s.kit !== undefined, s.kit?.length === 0 ? 'no kit' : `[${(s.kit ?? []).map(writeName).join(', ')}]`),
  ];
  return parts.join(', ');
}

const waysWords = (word: string, ways: readonly string[] | undefined) =>
  ways?.length === 0 ? [`no ${word} way`] : (ways ?? []).map((way) => `${word} ${writeName(way)}`);

function weightWordsOf({ lightKg, weightKg, heavyKg }: Weights): string[] {
  return [
    ...(weightKg === undefined ? [] : [weightWords(weightKg)]),
    ...(lightKg === undefined ? [] : [`light ${weightWords(lightKg)}`]),
    ...(heavyKg === undefined ? [] : [`heavy ${weightWords(heavyKg)}`]),
  ];
}

function sidesWords(sides: Station['sides']): string[] {
  const first = 'first' in sides && sides.first === 'right' ? ['right first'] : [];
  const between = (ms: number | undefined) => (ms === undefined ? '' : ` ${d(ms)} between sides`);
  switch (sides.mode) {
    case 'none':
      return [];
    case 'alternating':
      return ['alternating'];
    case 'one':
      return [`${sides.side} only`];
    case 'each':
      return [`each side${between(sides.restMs)}`, ...first];
    case 'split':
      return ['switch at half', ...first];
    case 'byRound':
      return ['by round', ...first];
    case 'chain':
      return [`chain${between(sides.breakMs)}`, ...first];
  }
}

/** What is different in one round, each thing with its round. */
function cellWords(cell: Cell): string[] {
  const { round, workMs, restMs, phases, swap } = cell;
  const both = workMs !== undefined && restMs !== undefined;
  return [
    ...when(swap !== undefined, `do ${writeName(swap?.move ?? '')}`),
    ...when(both, `${d(workMs ?? 0)}/${d(restMs ?? 0)}`),
    ...when(!both && workMs !== undefined, `work ${d(workMs ?? 0)}`),
    ...when(!both && restMs !== undefined, `rest ${d(restMs ?? 0)}`),
    ...weightWordsOf(cell),
    ...(phases ?? []).map(phaseWords),
  ].map((words) => `round ${round} ${words}`);
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
