import { useState } from 'react';
import type { RunCommand } from '../../core/run/index.ts';
import { stationAt } from '../../core/timeline/index.ts';
import { Target } from '../stage/index.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone, relevant } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';

/** The remote: what an instructor does while walking about. It asks; the desk does. */
export function RemoteScreen({ code }: ScreenProps) {
  return (
    <Follower code={code}>
      {(f) => (
        <Phone {...f}>
          <Remote {...f} />
        </Phone>
      )}
    </Follower>
  );
}

function Remote({ code, plan, state, view }: Followed) {
  const [said, setSaid] = useState('');
  const ask = (command: RunCommand, word: string) => () => {
    askDesk(code, command).then(
      () => setSaid(`${word}: asked`),
      (e: unknown) => setSaid(e instanceof Error ? e.message : 'Not sent'),
    );
  };
  const shown = relevant(view);
  const paused = state.status === 'paused';
  return (
    <>
      <h1 className="digits mt-3 text-big leading-tight">
        {shown ? (stationAt(plan, shown)?.move ?? plan.blocks[shown.blockIndex]?.title) : ''}
      </h1>
      <p role="status" className="min-h-7 text-lead">
        {said}
      </p>
      <div className="grid flex-1 grid-cols-2 content-end gap-2">
        <Target
          phone="col-span-2"
          name={paused ? 'Resume' : view.mayGo ? 'Go on' : 'Pause'}
          hint=""
          wide
          onClick={ask(
            { type: paused ? 'resume' : view.mayGo ? 'release' : 'pause' },
            paused ? 'Resume' : view.mayGo ? 'Go on' : 'Pause',
          )}
        />
        <Target name="Back" hint="" onClick={ask({ type: 'back' }, 'Back')} />
        <Target name="Skip" hint="" onClick={ask({ type: 'skip' }, 'Skip')} />
        <Target name="−10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: -10_000 }, '−10 s')} />
        <Target name="+10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: 10_000 }, '+10 s')} />
        <Target
          phone="col-span-2"
          name="One more round"
          hint=""
          onClick={ask({ type: 'rounds', delta: 1 }, 'One more round')}
        />
      </div>
    </>
  );
}
