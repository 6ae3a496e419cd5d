import { useMemo } from 'react';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import { workSums } from '../../../core/judge/index.ts';
import { PART_WORDS, PARTS } from '../../../core/moves/index.ts';
import { type SessionSums, type Week, weekOf, weeksOf } from '../../../core/record/index.ts';
import { compile } from '../../../core/time/index.ts';
import { useMoves } from '../../base/index.ts';

interface Props {
  planned: readonly { day: string; plan: Plan }[];
  /** How hard its classes are expected to be; null where nobody says. */
  effort: number | null;
  /** What was run of it. */
  run?: readonly SessionSums[];
}

const sumsOf = (plan: Plan, day: string, effort: number | null): SessionSums => {
  const timeline = compile(plan);
  return { day, totalMs: timeline.totalMs, effort, work: workSums(plan, timeline) };
};

const whole = (n: number | null) => (n === null ? '' : String(Math.round(n)));

/** The three parts that a week works most. */
function mostWorked({ balance }: Week): string {
  return [...PARTS]
    .filter((p) => p !== 'heart' && balance.parts[p] > 0)
    .sort((a, b) => balance.parts[b] - balance.parts[a])
    .slice(0, 3)
    .map((p) => PART_WORDS[p])
    .join(', ');
}

/** Week by week what a series works and how much it loads, as planned, and as it was run. */
export function SeriesBalance({ planned, effort, run = [] }: Props) {
  const { library } = useMoves();
  const weeks = useMemo(
    () =>
      weeksOf(
        planned.map(({ day, plan }) => sumsOf(plan, day, effort)),
        library,
      ),
    [planned, effort, library],
  );
  if (weeks.length === 0) return null;
  return (
    <div className="mt-4 max-w-full overflow-x-auto">
      <table className="w-full text-left" aria-label="Balance and load week by week">
        <thead className="text-small text-muted">
          <tr className="border-b">
            <th className="font-normal">Week of</th>
            <th className="px-2 text-right font-normal">classes</th>
            <th className="px-2 text-right font-normal">work planned</th>
            {run.length > 0 && <th className="px-2 text-right font-normal">as run</th>}
            {effort !== null && <th className="px-2 text-right font-normal">load planned</th>}
            {run.length > 0 && <th className="px-2 text-right font-normal">load as run</th>}
            <th className="px-2 font-normal">most worked</th>
          </tr>
        </thead>
        <tbody>
          {weeks.map((w) => {
            const led = weekOf(w.monday, run, library);
            return (
              <tr key={w.monday} className="border-b">
                <th scope="row" className="py-1 font-normal">
                  {w.monday}
                </th>
                <td className="digits px-2 text-right">{w.sessions}</td>
                <td className="digits px-2 text-right">{formatDuration(w.balance.totalMs)}</td>
                {run.length > 0 && (
                  <td className="digits px-2 text-right">
                    {led.sessions === 0 ? '' : formatDuration(led.balance.totalMs)}
                  </td>
                )}
                {effort !== null && <td className="digits px-2 text-right">{whole(w.load.sum)}</td>}
                {run.length > 0 && (
                  <td className="digits px-2 text-right">
                    {led.sessions === 0 ? '' : led.withoutEffort === led.sessions ? 'not known' : whole(led.load.sum)}
                  </td>
                )}
                <td className="px-2">{mostWorked(w)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {effort === null && (
        <p className="mt-1 text-small text-muted">
          What it loads is not known before anybody says how hard its classes are expected to be.
        </p>
      )}
    </div>
  );
}
