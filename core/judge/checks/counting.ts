import {
  type Block,
  formatDuration,
  keyOfRole,
  moduleOf,
  type Plan,
  type Station,
  settingOf,
  settingsOf,
  updateBlock,
  updateStation,
  withSetting,
} from '../../class/index.ts';
import { type Move, moveAt } from '../../moves/index.ts';
import { isBreak, isWork, stationAt } from '../../time/index.ts';
import { countedAt, repsAt } from '../../voice/index.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import { blockPlace, type Check, type CheckContext, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

/** Tempi that go together: the same, half or double, within this share. */
const TOGETHER = [1, 2, 0.5];
const WITHIN = 0.02;

export const musicCounts: Check = {
  id: 'musicCounts',
  title: 'Music against the counts',
  reason: 'People move to what they hear; counts at another tempo fight it all the way.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: ({ plan }) =>
    plan.blocks.flatMap((block) => {
      const [counts, music] = [countedAt(block), block.musicBpm ?? null];
      const key = keyOfRole(block.format, 'bpm');
      if (counts === null || music === null || key === null) return [];
      if (TOGETHER.some((x) => Math.abs(music - counts * x) <= WITHIN * counts * x)) return [];
      const near =
        TOGETHER.map((x) => music / x).sort((a, b) => Math.abs(a - counts) - Math.abs(b - counts))[0] ?? music;
      const bpm = Math.round(near * 10) / 10;
      return [
        {
          key: block.id,
          weight: 2 as const,
          text: `${block.title} is counted at ${counts} beats a minute, its music is at ${music}.`,
          place: blockPlace(block.id),
          fixes: [
            {
              label: `Count at ${bpm}`,
              plan: updateBlock(plan, block.id, (b) => ({ ...b, format: withSetting(b.format, key, bpm) })),
            },
            {
              label: `Music at ${counts}`,
              plan: updateBlock(plan, block.id, (b) => ({ ...b, musicBpm: counts })),
            },
          ],
        },
      ];
    }),
};

/** Seconds a rep takes when nothing says so: what the formats reckon with. */
const USUAL_REP_S = 3;
/** Quicker than this nobody does a whole rep, s; what is slower than usual is for the instructor to know. */
const QUICK_REP_S = 1.5;

export const repsFit: Check = {
  id: 'repsFit',
  title: 'Reps against the time',
  reason: 'Reps that do not fit the time are cut short or hurried; people think it is they who are slow.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: ({ plan, timeline, library }) => {
    const seen = new Map<string, DraftFinding>();
    for (const i of timeline.intervals) {
      const block = plan.blocks[i.blockIndex];
      const station = stationAt(plan, i);
      if (!block || !station || !isWork(i) || i.untilTap) continue;
      const key = `${block.id}:${station.id}`;
      const reps = repsAt(plan, i);
      if (!reps || seen.has(key)) continue;
      const each = repSeconds(block, station, moveAt(library, station));
      const bothHere =
        reps.per === 'side' &&
        (station.sides.mode === 'none' || station.sides.mode === 'split' || station.sides.mode === 'alternating');
      const count = reps.count * (bothHere ? 2 : 1);
      const needMs = count * each * 1000;
      if (needMs - i.durationMs < 1000) continue;
      seen.set(key, {
        key,
        weight: 2,
        text: `${count} × ${station.move} at ${each} s a rep take ${secondsOf(needMs)} s; there are ${secondsOf(i.durationMs)} s.`,
        place: rowPlace(block.id, station.id),
        fixes: fewerReps(plan, block, station, Math.floor(i.durationMs / 1000 / each / (bothHere ? 2 : 1))),
      });
    }
    return [...seen.values()];
  },
};

/** As many as the time holds; none where that is not one, or the block goes by reps of its own. */
function fewerReps(plan: Plan, block: Block, { id, reps }: Station, count: number) {
  if (!reps || count < 1) return [];
  return [
    {
      label: `${count} reps${reps.per === 'side' ? ' a side' : ''}`,
      plan: updateStation(plan, block.id, id, (s) => ({ ...s, reps: { ...reps, count } })),
    },
  ];
}

/**
 * Seconds a rep takes: by the tempo of the station, by what the format was told, by the landings of a jump; else as quick as it can be
 * done well, which is a good half of its usual tempo where the library has one.
 */
function repSeconds(block: Block, station: Station, move: Move | null): number {
  if (station.tempo) return tempoS(station.tempo);
  const key = keyOfRole(block.format, 'perRep');
  const said = key === null ? USUAL_REP_S : Number(settingOf(block.format, key));
  if (said !== USUAL_REP_S) return said;
  if (move && move.landings > 0 && move.landings <= MOST_JUMPS) return Math.round(600 / move.landings) / 10;
  return Math.max(QUICK_REP_S, move?.tempo ? Math.round(tempoS(move.tempo) * QUICK_SHARE * 10) / 10 : 0);
}

/** So many landings a minute are steps or skips, several to a rep. */
const MOST_JUMPS = 60;
const QUICK_SHARE = 0.6;

const tempoS = (t: NonNullable<Station['tempo']>) => (t.downMs + t.holdMs + t.upMs + t.topMs) / 1000;

export const addOnVolume: Check = {
  id: 'addOnVolume',
  title: 'First moves of an add-on',
  reason: 'What is added first is done in every turn: the first move gets many times the work of the last.',
  source: RULE_OF_THUMB,
  thresholds: ['addOnS'],
  run: ({ plan, bouts, thresholds }) =>
    plan.blocks.flatMap((block) => {
      if (!moduleOf(block.format).traits.chain || !isMain(block)) return [];
      const workOf = (id: string) =>
        bouts.reduce((sum, s) => sum + (plan.blocks[s.blockIndex] === block && s.station.id === id ? s.ms : 0), 0);
      const sums = block.stations.map((s) => ({ station: s, ms: workOf(s.id) }));
      const least = Math.min(...sums.map((s) => s.ms));
      const much = sums.filter((s) => s.ms > thresholds.addOnS * 1000 && s.ms > 2 * least);
      const [most] = [...much].sort((a, b) => b.ms - a.ms);
      if (!most) return [];
      const said = much.map((s) => `${s.station.move} ${formatDuration(s.ms)}`);
      return [
        {
          key: block.id,
          weight: 1 as const,
          text: `${block.title}: ${listed(said, 3)} of work, the last move ${formatDuration(least)}.`,
          place: rowPlace(block.id, most.station.id),
          fixes: backAgain(plan, block),
        },
      ];
    }),
};

/** Back again in reverse evens it out. */
function backAgain(plan: Plan, block: Block) {
  const key = keyOfRole(block.format, 'reverse');
  return key === null
    ? []
    : [
        {
          label: 'Back again in reverse, so that all get as much',
          plan: updateBlock(plan, block.id, (b) => ({ ...b, format: withSetting(b.format, key, true) })),
        },
      ];
}

export const restAndBreak: Check = {
  id: 'restAndBreak',
  title: 'Rest and break both',
  reason: 'People say one and set the other: the last rest may be part of the break, or the break come on top.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: (context) => context.plan.blocks.flatMap((block) => bothIn(context, block)),
};

function bothIn({ plan, timeline }: CheckContext, block: Block): DraftFinding[] {
  // As the format has it unless told, it is as meant: a Tabata keeps its last rest.
  const isTold = settingsOf(block.format).some(
    ([key, { roles, silent }]) =>
      (roles.includes('breakMode') || roles.includes('last')) && silent !== settingOf(block.format, key),
  );
  if (!isTold) return [];
  const doubled = timeline.intervals.filter((i) => {
    const before = timeline.intervals[i.index - 1];
    return (
      isBreak(i) &&
      before?.kind === 'rest' &&
      plan.blocks[before.blockIndex] === block &&
      plan.blocks[i.blockIndex] === block
    );
  });
  const [first] = doubled;
  const rest = first && timeline.intervals[first.index - 1];
  if (!first || !rest) return [];
  const key = keyOfRole(block.format, 'breakMode');
  const fixed = (b: Block): Block => {
    const last = keyOfRole(b.format, 'last');
    const replaced = key === null ? b.format : withSetting(b.format, key, 'replaces');
    return { ...b, format: last === null ? replaced : withSetting(replaced, last, 'drop') };
  };
  return [
    {
      key: block.id,
      weight: 1,
      text: `${block.title}: ${secondsOf(rest.durationMs)} s of rest and then ${secondsOf(first.durationMs)} s of break, ${formatDuration(rest.durationMs + first.durationMs)} in all.`,
      place: blockPlace(block.id),
      fixes: [{ label: 'The break takes the place of the rest', plan: updateBlock(plan, block.id, fixed) }],
    },
  ];
}
