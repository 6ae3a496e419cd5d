import { type StationScene, sceneAtStation, stationsNow } from '../../../core/voice/index.ts';
import { type FigureTime, MoveFigure, timeOf } from '../../base/index.ts';
import { FitText, SideBox, usePhoneSizes, Ways } from '../stage/index.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';

/** A station's page: its move and side, cues, options and kit, and who is here. */
export function StationScreen({ code, part }: ScreenProps) {
  return (
    <Follower code={code} screen="station" part={part} draws>
      {(f) => (
        <Phone {...f}>
          <StationHere {...f} index={f.part === null ? null : Number(f.part)} />
        </Phone>
      )}
    </Follower>
  );
}

function StationHere({ code, state, view, index }: Followed & { index: number | null }) {
  const scene = index === null ? null : sceneAtStation(state, index - 1);
  return scene ? (
    <Here {...scene} time={timeOf(state, view)} />
  ) : (
    <Choose code={code} names={stationsNow(state).map((s) => s.move)} />
  );
}

function Choose({ code, names }: { code: string; names: readonly string[] }) {
  return (
    <nav className="mt-6" aria-label="Stations">
      <h1 className="digits mb-3 text-head">Which station?</h1>
      {names.map((name, k) => (
        <a
          // biome-ignore lint/suspicious/noArrayIndexKey: stations are known by their number
          key={k}
          href={`/station/${code}/${k + 1}`}
          className="flex min-h-16 items-center gap-4 border-b border-current/40 text-title"
        >
          <span className="digits w-8 text-right">{k + 1}</span>
          {name}
        </a>
      ))}
    </nav>
  );
}

function Here({ index, count, station, side, reps, group, nextGroup, time }: StationScene & { time: FigureTime }) {
  const { namePx } = usePhoneSizes();
  return (
    <article className="mt-1 text-[1.15em]">
      <p className="opacity-90">
        station {index + 1} of {count}
      </p>
      <div className="flex items-center gap-3">
        <FitText as="h1" of={station.move} maxPx={namePx} className="digits flex-1" testId="move" />
        <span style={{ fontSize: namePx * 0.6 }}>
          <SideBox side={side} />
        </span>
      </div>
      <MoveFigure
        name={station.move}
        tempo={station.tempo}
        side={side}
        time={time}
        cues={station.formCues}
        label={`How ${station.move} is done`}
        className="my-2 h-[34vh] max-h-[360px] w-full"
      />
      {reps && (
        <p className="font-semibold" data-testid="reps">
          {reps}
        </p>
      )}
      {group && (
        <p className="mt-1 break-words">
          here: <b>{group.name}</b>, {group.size} {group.size === 1 ? 'person' : 'people'}
        </p>
      )}
      {nextGroup && (
        <p className="break-words" data-testid="next">
          then <b>{nextGroup.name}</b>
        </p>
      )}
      {station.kit && <p className="mt-3">{station.kit.join(', ')}</p>}
      <Ways station={station} on="phone" time={time} />
      {station.formCues && (
        <ol className="mt-4 list-inside list-decimal">
          {station.formCues.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ol>
      )}
    </article>
  );
}
