import { useMemo } from 'react';
import { type Finding, isAccepted } from '../../core/checks/index.ts';
import type { Plan } from '../../core/plan/index.ts';

/** A finding as it is marked on the sheet. */
export interface MarkNote {
  key: string;
  weight: number;
  text: string;
}

/** What the checks point out in a block: of the block itself, and by station. */
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
export function marksOf(plan: Plan, findings: readonly Finding[]): Map<string, BlockMarks> {
  const marks = new Map<
    string,
    { block: MarkNote[]; stations: Record<string, MarkNote[]>; gaps: Record<string, MarkNote[]> }
  >();
  for (const f of openFindings(plan, findings)) {
    const { blockId, stationId } = f.place;
    if (blockId === null || f.check === 'oddRound') continue;
    const of = marks.get(blockId) ?? { block: [], stations: {}, gaps: {} };
    const note = { key: f.key, weight: f.weight, text: f.text };
    if (stationId === null) of.block.push(note);
    else of.stations[stationId] = [...(of.stations[stationId] ?? []), note];
    if (stationId !== null && f.place.at === 'gap') {
      const gap = `${stationId}:${f.place.round ?? 1}`;
      of.gaps[gap] = [...(of.gaps[gap] ?? []), note];
    }
    marks.set(blockId, of);
  }
  return marks;
}

/** The marks of a class; made anew only when what they say has changed, so that sheets are not drawn for nothing. */
export function useMarks(plan: Plan, findings: readonly Finding[]): ReadonlyMap<string, BlockMarks> {
  const said = JSON.stringify([...marksOf(plan, findings)]);
  return useMemo(() => new Map(JSON.parse(said) as [string, BlockMarks][]), [said]);
}
