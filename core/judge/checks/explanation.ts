import { addBlock, type Block, defaultFormat, moduleOf, newBlock, type Plan, type Station } from '../../class/index.ts';
import { keyOf, moveAt, moveKey } from '../../moves/index.ts';
import { compile, shownBy } from '../../time/index.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import { blockPlace, type Check, type CheckContext, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

export const explanation: Check = {
  id: 'explanation',
  title: 'No time to explain',
  reason: 'Ten seconds are often too short for a move met for the first time: the first round starts late or wrong.',
  source: `${RULE_OF_THUMB} The seconds to explain a move are the library's, our judgement.`,
  thresholds: ['talkMoveS'],
  run: (context) => {
    const { plan, kind, library } = context;
    if (kind === 'mobility' || kind === 'dance') return [];
    // A move met under one name is not new under another, and what a demo of its own shows is met.
    const met = new Set(
      plan.blocks
        .filter((b) => purposeOf(b) === 'demo')
        .flatMap((b) => b.stations.map((s) => moveKey(library, s.move))),
    );
    return plan.blocks.flatMap((block, k) => {
      const news = block.stations.filter((s) => !met.has(moveKey(library, s.move)));
      for (const s of block.stations) met.add(moveKey(library, s.move));
      const fresh = distinctMoves(news, context).flatMap((station) => {
        const move = moveAt(library, station);
        return move ? [{ station, ms: move.explainMs }] : [];
      });
      if (!isMain(block) || fresh.length === 0 || talkedThrough(context, k)) return [];
      const shown = demoOf(plan, k);
      const found = shown
        ? short(context, block, fresh, shown)
        : allAtOnce(block)
          ? unsaid(context, block, fresh)
          : oneByOne(context, block, fresh);
      return found ? [found] : [];
    });
  },
};

interface Fresh {
  station: Station;
  ms: number;
}

const purposeOf = ({ format }: Block) => moduleOf(format).traits.purpose(format);
const sum = (fresh: readonly Fresh[]) => fresh.reduce((total, f) => total + f.ms, 0);

function distinctMoves(stations: readonly Station[], { library }: CheckContext): Station[] {
  return [...new Map(stations.map((s) => [moveKey(library, s.move), s])).values()];
}

/** All must know their move when the block begins: each group its own, or all of a complex. */
const allAtOnce = (b: Block) => b.use === 'stations' || moduleOf(b.format).traits.complex;

/** Talk before the block long enough to run through all main moves, a few seconds each. */
function talkedThrough({ plan, totals, thresholds }: CheckContext, k: number): boolean {
  const talkMs = plan.blocks
    .slice(0, k)
    .reduce((total, b, j) => total + (purposeOf(b) === 'talk' ? (totals.blocks[j]?.totalMs ?? 0) : 0), 0);
  const moves = new Set(plan.blocks.filter(isMain).flatMap((b) => b.stations.map((s) => keyOf(s.move))));
  return talkMs > 0 && talkMs >= moves.size * thresholds.talkMoveS * 1000;
}

/** The demo that shows a block; null where none does. */
function demoOf(plan: Plan, k: number): Block | null {
  const at = plan.blocks.findIndex((b, j) => j < k && shownBy(b, plan.blocks.slice(j + 1)) === plan.blocks[k]);
  return plan.blocks[at] ?? null;
}

function short(context: CheckContext, block: Block, fresh: readonly Fresh[], demo: Block): DraftFinding | null {
  const { plan, totals } = context;
  const hasMs = totals.blocks[plan.blocks.indexOf(demo)]?.totalMs ?? 0;
  const needMs = sum(fresh);
  if (needMs - hasMs < 1000) return null;
  const longer = { ...demo, shows: { blockId: block.id, moves: timesOf(fresh) } };
  return {
    key: block.id,
    weight: 1,
    text: `${demo.title} takes ${secondsOf(hasMs)} s; the ${fresh.length} moves of ${block.title} take ${secondsOf(needMs)} s to explain.`,
    place: blockPlace(demo.id),
    fixes: [
      {
        label: 'As long as each move takes',
        plan: { ...plan, blocks: plan.blocks.map((b) => (b.id === demo.id ? longer : b)) },
      },
    ],
  };
}

function unsaid(context: CheckContext, block: Block, fresh: readonly Fresh[]): DraftFinding | null {
  const hasMs = beforeMs(context, block);
  const needMs = sum(fresh);
  if (needMs - hasMs < 1000) return null;
  return {
    key: block.id,
    weight: 1,
    text: `All ${fresh.length} moves of ${block.title} have to be known as it begins: ${secondsOf(needMs)} s to explain, ${secondsOf(hasMs)} s before it.`,
    place: blockPlace(block.id),
    fixes: [withDemo(context.plan, block, fresh)],
  };
}

/** What is free before a block begins, ms. */
function beforeMs({ timeline, plan }: CheckContext, block: Block): number {
  const first = timeline.intervals.find((i) => plan.blocks[i.blockIndex]?.id === block.id);
  const before = first && timeline.intervals[first.index - 1];
  return before?.kind === 'blockBreak' ? before.durationMs : 0;
}

/** Each in the rest before it; where sets follow without one, it is led as it is done. */
function oneByOne(context: CheckContext, block: Block, fresh: readonly Fresh[]): DraftFinding | null {
  if (moduleOf(block.format).traits.flows) return null;
  const changes = context.changes.filter((c) => c.to.block.id === block.id);
  const short = fresh.flatMap(({ station, ms }) => {
    const met = context.paths[0]?.find((t) => t.block.id === block.id && t.station.id === station.id);
    const first = changes.find((c) => c.to === met);
    return first && ms - first.gapMs >= 1000 ? [{ station, ms, gapMs: first.gapMs }] : [];
  });
  const [worst] = [...short].sort((a, b) => b.ms - b.gapMs - (a.ms - a.gapMs));
  if (!worst) return null;
  const said = (s: typeof worst) =>
    `${s.station.move} takes ${secondsOf(s.ms)} s to explain; the rest before it is ${secondsOf(s.gapMs)} s.`;
  const others = short.filter((s) => s !== worst).map((s) => s.station.move);
  return {
    key: block.id,
    weight: 1,
    text: `${said(worst)}${others.length > 0 ? ` Also too short for ${listed(others)}.` : ''}`,
    place: rowPlace(block.id, worst.station.id),
    also: short.filter((s) => s !== worst).map((s) => rowPlace(block.id, s.station.id)),
    ...(short.length > 1 ? { cases: short.map(said) } : {}),
    fixes: [withDemo(context.plan, block, fresh)],
  };
}

const timesOf = (fresh: readonly Fresh[]) => fresh.map(({ station, ms }) => ({ stationId: station.id, ms }));

/** Shown first: what is new, as long as each takes; what is known already is left out. */
function withDemo(plan: Plan, block: Block, fresh: readonly Fresh[]): { label: string; plan: Plan } {
  const isNew = new Set(fresh.map((f) => f.station.id));
  const known = block.stations.filter((s) => !isNew.has(s.id)).map((s) => ({ stationId: s.id, ms: 0 }));
  const demo = {
    ...newBlock(`${block.id}-demo`.slice(0, 64), 'other', defaultFormat('demo')),
    title: 'Show the stations',
    shows: { blockId: block.id, moves: [...timesOf(fresh), ...known] },
  };
  const shown = compile({ blocks: [demo, block] }).totalMs - compile({ blocks: [block] }).totalMs;
  return {
    label: `Show ${fresh.length === 1 ? (fresh[0]?.station.move ?? 'it') : `the ${fresh.length} moves`} first, ${secondsOf(shown)} s`,
    plan: addBlock(plan, demo, plan.blocks.indexOf(block)),
  };
}
