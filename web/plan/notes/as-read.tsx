import { memo } from 'react';
import {
  type Block,
  blockWords,
  bodyWords,
  formatDuration,
  measureWords,
  type Plan,
  type Station,
  weightsWords,
} from '../../../core/class/index.ts';
import { outlineOf, type PlanTotals, type Timeline } from '../../../core/time/index.ts';
import { ClassStrip, MiniSheet } from '../../base/index.ts';

/** What the notes come to: the total against the slot, and the strip. */
export const Sums = memo(function Sums({ plan, timeline, sums }: { plan: Plan; timeline: Timeline; sums: PlanTotals }) {
  const { lengthMs } = plan.slot;
  const spare = sums.spareMs ?? 0;
  return (
    <section aria-label="The class as it is read">
      <p className="flex flex-wrap items-baseline gap-x-6">
        <span>
          Total{' '}
          <b className="digits text-big" data-testid="total">
            {sums.about ? '~' : ''}
            {formatDuration(sums.totalMs)}
          </b>
        </span>
        {lengthMs !== null && (
          <span className={spare < 0 ? 'text-live' : 'text-muted'}>
            {spare < 0 ? 'over' : 'spare'} <b className="digits">{formatDuration(Math.abs(spare))}</b> of{' '}
            {lengthMs / 60_000} min
          </span>
        )}
        {plan.title !== 'Class' && <span className="text-muted">{plan.title}</span>}
        {plan.body && <span className="text-muted">{bodyWords(plan.body).join(', ')}</span>}
      </p>
      <ClassStrip plan={plan} timeline={timeline} totals={sums} />
    </section>
  );
});

/** The parts of the class with their shape, numbers and moves. */
export const Parts = memo(function Parts({ plan, sums }: { plan: Plan; sums: PlanTotals }) {
  return (
    <ol aria-label="Parts">
      {plan.blocks.map((block, k) => (
        <Part key={block.id} block={block} plan={plan} totalMs={sums.blocks[k]?.totalMs ?? 0} />
      ))}
    </ol>
  );
});

function Part({ block, plan, totalMs }: { block: Block; plan: Plan; totalMs: number }) {
  const { ms } = block.breakAfter;
  return (
    <li className="flex flex-wrap gap-x-4 border-t py-2">
      <span className="min-w-0 flex-1 basis-56">
        <span className="font-semibold">{block.title}</span>{' '}
        <span className="digits text-muted">{formatDuration(totalMs)}</span>
        <span className="block text-small text-muted">{blockWords(block)}</span>
        <span className="block text-small">{block.stations.map(stationWords).join(' · ')}</span>
        {ms > 0 && <span className="block text-small text-muted">then {formatDuration(ms)} break</span>}
      </span>
      <span className="shrink-0 max-sm:hidden" aria-hidden="true">
        <MiniSheet outline={outlineOf({ ...plan, blocks: [block] })} width={180} height={44} />
      </span>
    </li>
  );
}

function stationWords(s: Station): string {
  const reps = s.reps ? `${s.reps.count}${s.reps.per === 'side' ? ' a side' : ''} ` : '';
  const beside = [
    ...(s.measure ? [measureWords(s.measure)] : []),
    ...(weightsWords(s) === '' ? [] : [weightsWords(s)]),
    ...(s.workMs === undefined ? [] : [formatDuration(s.workMs)]),
    ...(s.easier?.[0] ? [`or ${s.easier[0]}`] : []),
  ];
  return `${reps}${s.move}${beside.length > 0 ? ` (${beside.join(', ')})` : ''}`;
}
