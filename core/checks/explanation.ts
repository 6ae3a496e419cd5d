import { keyOf, moveKey } from '../moves/index.ts';
import { addBlock, type Block, defaultFormat, moduleOf, newBlock, type Plan } from '../plan/index.ts';
import { compile, shownBy } from '../timeline/index.ts';
import { isMain, transitionsOf } from './transitions.ts';
import { type Check, rowPlace } from './types.ts';

export const explanation: Check = {
  id: 'explanation',
  title: 'No time to explain',
  reason: 'Ten seconds are often too short for a move met for the first time: the first round starts late or wrong.',
  thresholds: [],
  run: (context) => {
    const { plan, library } = context;
    // A move met under one name is not new under another.
    const met = new Set<string>(shownBefore(plan).map((name) => moveKey(library, name)));
    return transitionsOf(context).flatMap((t) => {
      const key = moveKey(library, t.toStation.move);
      const isFirst = !met.has(key);
      met.add(moveKey(library, t.fromStation.move));
      met.add(key);
      if (!isFirst || !t.known || !isMain(t.toBlock) || t.toMove.explainMs <= t.gapMs) return [];
      if (talkedThrough(plan, t.toBlock.id) || shownIn(plan, t.toBlock.id)) return [];
      return [
        {
          check: 'explanation',
          key: `explanation:${t.toBlock.id}:${t.toStation.id}`,
          weight: 1 as const,
          text: `${t.toStation.move} takes ${t.toMove.explainMs / 1000} s to explain; the rest before it is ${t.gapMs / 1000} s.`,
          place: rowPlace(t.toBlock.id, t.toStation.id),
          fixes: [{ label: `Show ${t.toBlock.title} first, 10 s a station`, plan: withDemo(plan, t.toBlock.id) }],
        },
      ];
    });
  },
};

const TALK_MS_A_MOVE = 5000;

const purposeOf = ({ format }: Block) => moduleOf(format).traits.purpose(format);

/** Talk before the block long enough to run through all main moves, a few seconds each. */
function talkedThrough(plan: Plan, blockId: string): boolean {
  const before = plan.blocks.slice(
    0,
    plan.blocks.findIndex((b) => b.id === blockId),
  );
  const talkMs = before.reduce(
    (sum, block) => sum + (purposeOf(block) === 'talk' ? compile({ blocks: [block] }).totalMs : 0),
    0,
  );
  const moves = new Set(plan.blocks.filter(isMain).flatMap((b) => b.stations.map((s) => keyOf(s.move))));
  return talkMs > 0 && talkMs >= moves.size * TALK_MS_A_MOVE;
}

/** A demo before the block shows its moves. */
function shownIn(plan: Plan, blockId: string): boolean {
  const at = plan.blocks.findIndex((b) => b.id === blockId);
  return plan.blocks.slice(0, at).some((b, k) => shownBy(b, plan.blocks.slice(k + 1))?.id === blockId);
}

function shownBefore(plan: Plan): string[] {
  return plan.blocks.filter((b) => purposeOf(b) === 'demo').flatMap((b) => b.stations.map((s) => s.move));
}

function withDemo(plan: Plan, blockId: string): Plan {
  const at = plan.blocks.findIndex((b) => b.id === blockId);
  const demo = {
    ...newBlock(`${blockId}-demo`.slice(0, 64), 'other', defaultFormat('demo')),
    title: 'Show the stations',
    shows: { blockId },
  };
  return addBlock(plan, demo, at);
}
