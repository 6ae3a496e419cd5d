import { useMemo } from 'react';
import { formatDuration } from '../../../core/class/index.ts';
import { countedSetOf, pulseLoad, pulseOf, type RunRecord, strapName } from '../../../core/record/index.ts';
import { setKey } from '../../../core/time/index.ts';
import type { StoredRun } from '../../../core/wire/index.ts';
import { useWhoNames } from '../../base/index.ts';

/** What straps told of a run: each heart's means, its time in zones, its load beside that by how hard it was. */
export function RunPulse({
  run,
  record,
  loadBySaid,
}: {
  run: StoredRun;
  record: RunRecord;
  loadBySaid: number | null;
}) {
  const nameOf = useWhoNames();
  const records = useMemo(() => pulseOf(run.events), [run.events]);
  const moves = useMemo(() => new Map(record.sets.map((s) => [setKey(countedSetOf(s)), s.move])), [record]);
  const load = pulseLoad(records);
  if (!load) return null;
  const hardest = (sets: (typeof records)[number]['sets']) => {
    const [most] = [...sets].sort((a, b) => b[1].mean - a[1].mean);
    return most
      ? `${moves.get(most[0]) ?? 'a set'}: ${Math.round(most[1].mean)}, up to ${Math.round(most[1].max)}`
      : '';
  };
  return (
    <section aria-label="Pulse" className="mt-8">
      <h2 className="mb-2 text-title font-semibold">Pulse</h2>
      <p className="mb-2 max-w-prose">
        Load by pulse <b className="digits">{Math.round(load.load)}</b> (Edwards: minutes in each zone times its number;
        the mean of {load.of})
        {loadBySaid === null
          ? ''
          : `, by how hard it was ${Math.round(loadBySaid)}: the two count differently, and are each for themselves`}
        .
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-small">
          <thead>
            <tr className="border-b text-left text-muted">
              <th className="font-normal">Who</th>
              {['zone 1', 'zone 2', 'zone 3', 'zone 4', 'zone 5'].map((z) => (
                <th key={z} className="pr-4 text-right font-normal">
                  {z}
                </th>
              ))}
              <th className="pr-4 text-right font-normal">load</th>
              <th className="font-normal">hardest set, mean and most</th>
            </tr>
          </thead>
          <tbody>
            {records.map(({ of, zonesMs, load: own, sets }) => (
              <tr key={`${of.person} ${of.squad} ${of.strap}`} className="border-b">
                <td>
                  {of.person || of.squad ? nameOf({ squad: of.squad ?? null, person: of.person }) : strapName(of.strap)}
                </td>
                {zonesMs.map((ms, k) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a zone is its number
                  <td key={k} className="digits pr-4 text-right">
                    {formatDuration(ms)}
                  </td>
                ))}
                <td className="digits pr-4 text-right">{Math.round(own)}</td>
                <td>{hardest(sets)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
