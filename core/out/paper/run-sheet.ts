import { type Block, type Bound, formatClock, formatDuration, type Line, type Plan } from '../../class/index.ts';
import { compile, type Interval, type PlanTotals, shownBy, type Timeline, totals } from '../../time/index.ts';
import {
  blockSaid,
  factsOf,
  otherWays,
  phasesSaid,
  roundFacts,
  timesOf,
  timesSaid,
  underTitle,
} from './station-facts.ts';
import { heading, line, type Paper, type PaperSection } from './types.ts';

/** The moment of a class on paper: the clock's where the slot has one, to the second where it is not a whole minute; else m:ss. */
export function momentWords(sums: Pick<PlanTotals, 'startClockMs'>, ms: number): string {
  if (sums.startClockMs === null) return formatDuration(ms);
  const at = sums.startClockMs + ms;
  const s = Math.round(at / 1000) % 60;
  return s === 0 ? formatClock(at) : `${formatClock(at)}:${String(s).padStart(2, '0')}`;
}

interface Sheet {
  plan: Plan;
  timeline: Timeline;
  sums: PlanTotals;
}

/**
 * The class on one page to lead from, readable from where one stands: when each block and round begins, its moves with times, sides and
 * loads, other ways, what is said when.
 * @param plan with what the library knows of its moves
 */
export function runSheet(plan: Plan): Paper {
  const timeline = compile(plan);
  const sheet: Sheet = { plan, timeline, sums: totals(plan, timeline) };
  const about = timeline.about ? 'about ' : '';
  const own = (plan.lines ?? []).filter((l) => l.at.on === 'class').map((l) => scriptLine(l));
  return {
    title: plan.title,
    under: [
      ...underTitle(plan, `${about}${formatDuration(timeline.totalMs)}`),
      ...(plan.countInMs > 0 ? [`Count-in ${formatDuration(plan.countInMs)}, before the first block`] : []),
    ],
    parts: [...own, ...plan.blocks.flatMap((_, k) => blockParts(sheet, k)), ...notesOf(plan.notes)],
    onePage: true,
    sizePt: 22,
  };
}

const notesOf = (notes: string): PaperSection[] =>
  notes.trim() === ''
    ? []
    : [
        heading('Notes'),
        ...notes
          .trim()
          .split('\n')
          .map((text) => line(text)),
      ];

function blockParts({ plan, timeline, sums }: Sheet, blockIndex: number): PaperSection[] {
  const block = plan.blocks[blockIndex];
  const own = sums.blocks[blockIndex];
  if (!block || !own) return [];
  const about = own.about ? 'about ' : '';
  const lines = linesOf(plan, block);
  return [
    heading(block.title, momentWords(sums, own.startMs), `${about}${formatDuration(own.totalMs)}`),
    ...small([blockSaid(block)].filter(Boolean)),
    ...roundsLine({ plan, timeline, sums }, blockIndex),
    ...lines.filter((l) => l.at.on === 'block' || l.at.on === 'round').map(scriptLine),
    ...shownWords(block, plan.blocks.slice(blockIndex + 1)),
    ...block.stations.flatMap((station, index) => [
      line([station.move, ...factsOf(station)].join(', '), {
        lead: timesSaid(timesOf(timeline.intervals, blockIndex, index)),
        look: 'strong',
      }),
      ...small([...roundFacts(station), ...phasesSaid(station)]),
      ...small(otherWays(station).map(([level, name]) => `${level}: ${name}`)),
      ...lines.filter((l) => l.at.on === 'station' && l.at.stationId === station.id).map(scriptLine),
    ]),
    ...notesOfBlock(block),
    ...breakAfter({ plan, timeline, sums }, block, blockIndex),
    ...lines.filter((l) => l.at.on === 'break').map(scriptLine),
  ];
}

const small = (words: readonly string[]): PaperSection[] =>
  words.length === 0 ? [] : [line(words.join(' \u00b7 '), { look: 'small' })];

const notesOfBlock = (block: Block): PaperSection[] =>
  block.notes?.trim() ? [line(block.notes.trim(), { look: 'small' })] : [];

/** A demo without stations of its own says whose it shows. */
function shownWords(block: Block, following: readonly Block[]): PaperSection[] {
  const shown = shownBy(block, following);
  return shown ? [line(`shows ${shown.title}`, { look: 'small' })] : [];
}

const linesOf = (plan: Plan, block: Block): Line[] =>
  (plan.lines ?? []).filter((l) => l.at.on !== 'class' && l.at.blockId === block.id);

/** A line of the script with when it comes, counted from what it is bound to. */
function scriptLine({ at, text }: Line): PaperSection {
  return line(`\u201c${text}\u201d`, { tail: whenSaid(at), look: 'small' });
}

function whenSaid(at: Bound): string {
  const after = at.afterMs > 0 ? formatDuration(at.afterMs) : '';
  const round = 'round' in at && at.round !== undefined ? `round ${at.round}` : '';
  const on = at.on === 'break' ? 'break' : '';
  const where = [round, on].filter(Boolean).join(' ');
  if (where === '' && after === '') return '';
  return after === '' ? where : `${where} +${after}`.trim();
}

/** When each round begins, where a block has more than one. */
function roundsLine({ timeline, sums }: Sheet, blockIndex: number): PaperSection[] {
  const firsts = new Map<number, Interval>();
  for (const i of timeline.intervals)
    if (i.blockIndex === blockIndex && i.round !== null && i.kind === 'work' && !firsts.has(i.round))
      firsts.set(i.round, i);
  // Where stations are done one by one their rounds come again and again: then they have no moment of their own.
  if (firsts.size < 2 || !oncePerRound(timeline, blockIndex)) return [];
  const words = [...firsts].map(([round, i]) => `round ${round} ${momentWords(sums, i.startMs)}`);
  return [line(words.join(' \u00b7 '), { look: 'small' })];
}

/** Whether the rounds of a block follow each other, each come to once. */
function oncePerRound(timeline: Timeline, blockIndex: number): boolean {
  const rounds = timeline.intervals
    .filter((i) => i.blockIndex === blockIndex && i.round !== null && i.kind === 'work')
    .map((i) => i.round ?? 0);
  return rounds.every((r, k) => k === 0 || r >= (rounds[k - 1] ?? 0));
}

function breakAfter(
  { timeline, sums }: Sheet,
  { breakAfter: { untilTap } }: Block,
  blockIndex: number,
): PaperSection[] {
  const found = timeline.intervals.find((i) => i.blockIndex === blockIndex && i.kind === 'blockBreak');
  if (!found) return [];
  const held = untilTap ? ', until tapped' : '';
  return [line(`Break ${formatDuration(found.durationMs)}${held}`, { lead: momentWords(sums, found.startMs) })];
}
