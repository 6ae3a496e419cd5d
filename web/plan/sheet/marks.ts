import { useMemo } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { type Finding, isAccepted } from '../../../core/judge/index.ts';
import { useShared } from '../../base/index.ts';

/** A finding as it is marked on the sheet. */
export interface MarkNote {
  key: string;
  weight: number;
  text: string;
}

/** The findings of a block: of the block itself, and by station. */
export interface BlockMarks {
  block?: readonly MarkNote[];
  stations?: Readonly<Record<string, readonly MarkNote[]>>;
  /** What concerns the gap after one visit, by station and round: `id:round`. */
  gaps?: Readonly<Record<string, readonly MarkNote[]>>;
}

/** The findings that have not been accepted. */
export function openFindings<F extends Finding>(plan: Plan, findings: readonly F[]): F[] {
  return findings.filter((f) => !isAccepted(plan, f));
}

/** Findings sorted to where they arise. The odd round has its own note on the sheet and is not marked twice. */
export function marksOf(plan: Plan, findings: readonly Finding[]): Record<string, BlockMarks> {
  const marks: Record<
    string,
    { block: MarkNote[]; stations: Record<string, MarkNote[]>; gaps: Record<string, MarkNote[]> }
  > = {};
  for (const f of openFindings(plan, findings)) {
    if (f.check === 'oddRound') continue;
    const notes = new Map<string, MarkNote>();
    for (const { at, blockId, stationId, round, text = f.text } of [f.place, ...(f.also ?? [])]) {
      if (blockId === null) continue;
      const note = notes.get(text) ?? { key: f.key, weight: f.weight, text };
      notes.set(text, note);
      const of = marks[blockId] ?? { block: [], stations: {}, gaps: {} };
      marks[blockId] = of;
      if (stationId === null) {
        if (!of.block.includes(note)) of.block.push(note);
        continue;
      }
      // One finding may show in several rounds of a station: its row is marked once.
      const own = of.stations[stationId] ?? [];
      if (!own.includes(note)) of.stations[stationId] = [...own, note];
      if (at === 'gap') {
        const gap = `${stationId}:${round ?? 1}`;
        of.gaps[gap] = [...(of.gaps[gap] ?? []), note];
      }
    }
  }
  return marks;
}

/**
 * The marks of a class, by block. What says the same as before is the same object, so that no sheet is drawn for findings that
 * another one has.
 */
export function useMarks(plan: Plan, findings: readonly Finding[]): Readonly<Record<string, BlockMarks>> {
  return useShared(useMemo(() => marksOf(plan, findings), [plan, findings]));
}
