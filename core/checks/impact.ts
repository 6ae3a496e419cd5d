import { insteadOf, twinOf } from '../moves/index.ts';
import { updateStation } from '../plan/index.ts';
import { isMain, transitionsOf } from './transitions.ts';
import { type Check, rowPlace } from './types.ts';

export const impactRun: Check = {
  id: 'impactRun',
  title: 'Jump after jump',
  reason: 'Joints and calves need a pause from landing.',
  thresholds: ['impactRun'],
  run: (context) => {
    const seen = new Set<string>();
    let run = 0;
    return transitionsOf(context).flatMap((t, k) => {
      const lands = (name: string) => context.library.get(name)?.impact === 'high';
      if (k === 0 || run === 0) run = lands(t.fromStation.move) ? 1 : 0;
      if (t.fromStation.id !== t.toStation.id) run = lands(t.toStation.move) ? run + 1 : 0;
      const key = `impactRun:${t.toBlock.id}:${t.toStation.id}`;
      if (run <= context.thresholds.impactRun || !isMain(t.toBlock) || seen.has(key)) return [];
      seen.add(key);
      return [
        {
          check: 'impactRun',
          key,
          weight: 2 as const,
          text: `${t.toStation.move} is the ${ordinal(run)} move with hard landings in a row.`,
          place: rowPlace(t.toBlock.id, t.toStation.id),
          fixes: [],
        },
      ];
    });
  },
};

const ordinal = (n: number) => `${n}${n === 2 ? 'nd' : n === 3 ? 'rd' : 'th'}`;

export const lowImpact: Check = {
  id: 'lowImpact',
  title: 'No low-impact option',
  reason: 'Every jump needs a way to do it without one.',
  thresholds: [],
  run: ({ plan, library }) =>
    plan.blocks.flatMap((block) =>
      block.stations.flatMap((station) => {
        const { kind, move } = library.read(station.move);
        if (move?.impact !== 'high' || station.lowImpact !== undefined) return [];
        const low = insteadOf(library, move, 'noJumping')?.name;
        const isLow = (way: string) => way === low || library.get(way)?.impact === 'none';
        if (station.easier?.some(isLow)) return [];
        const twin = twinOf(move, library);
        return [
          {
            check: 'lowImpact',
            key: `lowImpact:${block.id}:${station.id}`,
            weight: 2 as const,
            text:
              kind === 'known'
                ? `${station.move} has no low-impact option beside it.`
                : `${station.move} is guessed to land hard and has no low-impact option beside it.`,
            place: rowPlace(block.id, station.id),
            fixes: twin
              ? [
                  {
                    label: `Beside it: ${twin.name}`,
                    plan: updateStation(plan, block.id, station.id, (s) => ({ ...s, lowImpact: twin.name })),
                  },
                ]
              : [],
          },
        ];
      }),
    ),
};
