import { formatDuration, type Plan } from '../../../core/class/index.ts';
import { type PlanTotals, workToRest } from '../../../core/time/index.ts';

/** The totals of the class and what is spare or over against its slot. */
export function Sums({ plan, sums }: { plan: Plan; sums: PlanTotals }) {
  const spare = sums.spareMs;
  return (
    <div className="flex flex-wrap items-baseline gap-x-5 text-small text-muted">
      <dl className="flex flex-wrap items-baseline gap-x-5" aria-label="Totals">
        <div className="flex items-baseline gap-1.5">
          <dt>{sums.about ? 'Total, about' : 'Total'}</dt>
          <dd className="digits text-head text-ink" data-testid="total">
            {formatDuration(sums.totalMs)}
          </dd>
        </div>
        <Figure name="work" value={formatDuration(sums.workMs)} />
        <Figure name="rest" value={formatDuration(sums.restMs)} />
        <Figure name="breaks" value={formatDuration(sums.breakMs)} />
        <Figure name="work : rest" value={workToRest(sums)} />
      </dl>
      {spare !== null && plan.blocks.length > 0 && (
        <span className={`digits text-plain ${spare < 0 ? 'font-bold text-live' : 'text-ink'}`}>
          {spare < 0 ? `${formatDuration(-spare)} over the slot` : `${formatDuration(spare)} spare`}
        </span>
      )}
    </div>
  );
}

function Figure({ name, value }: { name: string; value: string }) {
  return (
    <div className="flex items-baseline gap-1.5">
      <dt>{name}</dt>
      <dd className="digits text-plain text-ink">{value}</dd>
    </div>
  );
}
