import { groupAt, groupsFor } from '../../core/timeline/index.ts';
import { Ways } from '../stage/index.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone, relevant } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';

/** A station's page: its move, cues, options and kit, and who is here. */
export function StationScreen({ code, part: index }: ScreenProps) {
  return (
    <Follower code={code}>
      {(f) => (
        <Phone {...f}>
          <StationHere {...f} index={index === undefined ? null : Number(index)} />
        </Phone>
      )}
    </Follower>
  );
}

function StationHere({ code, plan, view, index }: Followed & { index: number | null }) {
  const interval = relevant(view);
  const block = interval ? plan.blocks[interval.blockIndex] : undefined;
  const station = block?.stations[(index ?? 0) - 1];
  if (!block || index === null || !station)
    return (
      <nav className="mt-6" aria-label="Stations">
        <h1 className="digits mb-3 text-head">Which station?</h1>
        {(block?.stations ?? []).map((s, k) => (
          <a
            key={s.id}
            href={`/station/${code}/${k + 1}`}
            className="flex min-h-16 items-center gap-4 border-b border-current/40 text-title"
          >
            <span className="digits w-8 text-right">{k + 1}</span>
            {s.move}
          </a>
        ))}
      </nav>
    );
  const n = block.stations.length;
  const here =
    block.use === 'stations' && interval?.stationIndex != null
      ? groupsFor(n, plan.heads ?? n, plan.squads)[groupAt(index - 1, interval.stationIndex, n)]
      : null;
  return (
    <article className="mt-4 text-title">
      <p className="opacity-90">
        station {index} of {n}
      </p>
      <h1 className="digits text-big leading-tight">{station.move}</h1>
      {here && here.size > 0 && (
        <p className="mt-1 text-head">
          here: <b>{here.name}</b>, {here.size} {here.size === 1 ? 'person' : 'people'}
        </p>
      )}
      {station.kit && <p className="mt-3">{station.kit.join(', ')}</p>}
      <Ways station={station} on="phone" />
      {station.formCues && (
        <ul className="mt-4">
          {station.formCues.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
    </article>
  );
}
