import { type CSSProperties, useMemo } from 'react';
import { blockWords, formatClock, formatDuration, moduleOf, type Plan, placeWords } from '../../../core/class/index.ts';
import { totals } from '../../../core/time/index.ts';
import { FitText, useWallSizes } from '../stage/index.ts';

/** Before the start: what the class will be, for people who come in. */
export function Soon({ plan }: { plan: Plan }) {
  const { namePx, wide } = useWallSizes();
  const sums = useMemo(() => totals(plan), [plan]);
  const blocks = plan.blocks.filter((b) => b.stations.length > 0 && moduleOf(b.format).traits.stations === 'own');
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-[2vw] text-[min(4.2vh,3.4vw)]">
        <span className="digits border-[0.5vh] border-current px-[1.2vw] uppercase" data-testid="phase-word">
          Soon
        </span>
        <span>
          {sums.startClockMs !== null && `${formatClock(sums.startClockMs)}, `}
          {formatDuration(sums.totalMs)}
        </span>
        {plan.series && <span>{placeWords(plan.series)}</span>}
      </div>
      <FitText as="h1" of={plan.title} maxPx={namePx} className="digits mt-[1vh]" />
      <div
        className="mt-[2vh] min-h-0 flex-1 overflow-hidden leading-snug [column-gap:3vw]"
        style={columnsFor(
          blocks.reduce((sum, b) => sum + b.stations.length + 2.4, 0),
          wide,
        )}
      >
        {blocks.map((b) => (
          <section key={b.id} aria-label={b.title} className="mb-[0.7em]">
            <h2 className="break-inside-avoid break-after-avoid font-bold">{b.title}</h2>
            <p className="break-inside-avoid break-after-avoid text-[0.8em] opacity-90">{blockWords(b)}</p>
            <ol>
              {b.stations.map((s, k) => (
                <li key={s.id} className="flex break-inside-avoid gap-[0.6em]">
                  <span className="digits w-[1.6em] shrink-0 text-right">{k + 1}</span>
                  <span className="min-w-0 break-words">{s.move}</span>
                </li>
              ))}
            </ol>
          </section>
        ))}
      </div>
    </>
  );
}

/** Lines as large as all of them have room for, in as many columns as the width takes. */
function columnsFor(lines: number, wide: boolean): CSSProperties {
  const columns = wide ? (lines > 34 ? 3 : lines > 12 ? 2 : 1) : lines > 30 ? 2 : 1;
  // Names may take two lines: room for half as many again.
  const rows = (lines * 1.45) / columns;
  return { columnCount: columns, fontSize: `min(4.4vh, ${62 / rows}vh, ${(wide ? 66 : 62) / columns / 14}vw)` };
}
