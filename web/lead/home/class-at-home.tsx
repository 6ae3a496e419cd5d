import type { Block } from '../../../core/class/index.ts';
import { cautionsBefore, DEFERS } from '../../../core/judge/index.ts';
import { libraryOf } from '../../../core/moves/index.ts';
import type { HomeClass } from '../../../core/out/index.ts';
import { blockSaid, factsOf, otherWays, timesOf, timesSaid } from '../../../core/out/index.ts';
import type { Timeline } from '../../../core/time/index.ts';
import { MoveFigure } from '../../base/index.ts';

const NOTHING_KNOWN = libraryOf([]);

/** The class to be read: its shape, its moves with other ways and form cues, what to have ready and what could stand in. */
export function ClassAtHome({ home: { plan, kit }, timeline }: { home: HomeClass; timeline: Timeline }) {
  return (
    <div className="gap-x-10 px-4 pb-8 md:px-6 lg:columns-2">
      {kit.length > 0 && (
        <section className="mt-3" aria-label="To have ready">
          <h2 className="digits text-title">To have ready</h2>
          <ul>
            {kit.map((k) => (
              <li key={k.name}>
                {k.pieces > 1 ? `${k.pieces} × ` : ''}
                {k.name}
                {k.standIn !== null && <span className="text-muted"> – or {k.standIn}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.blocks.map((block, k) => (
        <BlockAtHome key={block.id} block={block} blockIndex={k} timeline={timeline} />
      ))}
      <section className="mt-5 border-t pt-3 text-small text-muted" aria-label="Before you begin">
        <ul>
          {cautionsBefore(plan, NOTHING_KNOWN).map((c) => (
            <li key={c.key}>{c.text}</li>
          ))}
        </ul>
        <p>{DEFERS}</p>
      </section>
    </div>
  );
}

function BlockAtHome({ block, blockIndex, timeline }: { block: Block; blockIndex: number; timeline: Timeline }) {
  return (
    <section className="mt-5 break-inside-avoid-column" aria-label={block.title}>
      <h2 className="digits border-b border-line-strong text-title">{block.title}</h2>
      <p className="text-muted">{blockSaid(block)}</p>
      <ol>
        {block.stations.map((station, k) => (
          <li key={station.id} id={station.id} className="border-b py-2 target:bg-ink/10">
            <p className="flex gap-3">
              <b className="flex-1">{station.move}</b>
              <span className="digits">{timesSaid(timesOf(timeline.intervals, blockIndex, k))}</span>
            </p>
            <div className="flex items-end gap-3">
              <div className="min-w-0 flex-1">
                <p>{factsOf(station).join(', ')}</p>
                {otherWays(station).map(([level, name]) => (
                  <p key={`${level}${name}`} className="text-small">
                    <span className="text-muted">{level}:</span> {name}
                  </p>
                ))}
                {(station.formCues ?? []).length > 0 && (
                  <p className="text-small">{(station.formCues ?? []).join(' · ')}</p>
                )}
                {(station.kit ?? []).length > 0 && (
                  <p className="text-small text-muted">{(station.kit ?? []).join(', ')}</p>
                )}
              </div>
              <MoveFigure
                name={station.move}
                side={station.sides.mode === 'one' ? station.sides.side : null}
                time={null}
                className="h-24 max-w-44 shrink-0"
              />
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}
