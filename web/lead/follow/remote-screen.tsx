import { useState } from 'react';
import { isUndoable, lastUndoable, type RunCommand } from '../../../core/time/index.ts';
import { sceneOf } from '../../../core/voice/index.ts';
import { Next, SetName, Target, usePhoneSizes } from '../stage/index.ts';
import { answerWords, type SentCommand } from './answer-words.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone } from './phone.tsx';
import type { ScreenProps } from './screen-props.ts';

/** The remote: what an instructor does while walking about. It asks; the desk does. */
export function RemoteScreen({ code }: ScreenProps) {
  return (
    <Follower code={code} screen="remote">
      {(f) => (
        <Phone {...f}>
          <Remote {...f} />
        </Phone>
      )}
    </Follower>
  );
}

function Remote({ code, plan, state, view, reached, events }: Followed) {
  const [asked, setAsked] = useState<SentCommand | null>(null);
  const ask = (command: RunCommand, word: string) => () => {
    setAsked({ word, id: null, refused: null });
    askDesk(code, command).then(
      (id) => setAsked({ word, id, refused: null }),
      (e: unknown) => setAsked({ word, id: null, refused: e instanceof Error ? e.message : 'Not sent' }),
    );
  };
  const { shown, isNow, next } = sceneOf(state, reached(view.interval, null));
  const paused = state.status === 'paused';
  const held = view.interval?.untilTap === true;
  const last = lastUndoable(events);
  const main: [RunCommand, string] = paused
    ? [{ type: 'resume' }, 'Resume']
    : view.mayGo
      ? [{ type: 'release' }, 'Go on']
      : [{ type: 'pause' }, 'Pause'];
  const { namePx, nextPx, wide } = usePhoneSizes();
  return (
    <div className={`flex min-h-0 flex-1 gap-x-4 ${wide ? 'items-stretch' : 'flex-col'}`}>
      <div className={wide ? 'min-w-0 flex-1' : ''}>
        {shown && <SetName shown={shown} isNow={isNow} maxPx={namePx} />}
        {shown?.reps && (
          <p className="text-[1.2em] font-semibold" data-testid="reps">
            {shown.reps}
          </p>
        )}
        {isNow && next && (
          <div className="mt-1">
            <Next next={next} maxPx={nextPx} />
          </div>
        )}
        <p role="status" className="min-h-7">
          {asked && answerWords(asked, events)}
        </p>
      </div>
      <div
        className={`grid min-w-0 gap-2 ${wide ? 'flex-1 grid-cols-3 content-start' : 'flex-1 grid-cols-2 content-end'}`}
      >
        <div className={`flex ${wide ? 'col-span-3' : 'col-span-2'}`}>
          <Target name={main[1]} hint="" wide onClick={ask(...main)} />
        </div>
        <Target small name="Back" hint="" onClick={ask({ type: 'back' }, 'Back')} />
        <Target small name="Skip" hint="" onClick={ask({ type: 'skip' }, 'Skip')} />
        <Target small name="−10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: -10_000 }, '−10 s')} />
        <Target small name="+10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: 10_000 }, '+10 s')} />
        <Target
          small
          name={held ? 'Let go' : 'Hold'}
          hint=""
          onClick={held ? ask({ type: 'release' }, 'Let go') : ask({ type: 'hold', readyMs: plan.getReadyMs }, 'Hold')}
        />
        <Target
          small
          name="Undo"
          hint=""
          disabled={last === null || !isUndoable(last)}
          onClick={last ? ask({ type: 'undo', of: last.id }, 'Undo') : () => {}}
        />
        <Target small name="One more round" hint="" onClick={ask({ type: 'rounds', delta: 1 }, 'One more round')} />
        <Target small name="One more interval" hint="" onClick={ask({ type: 'more' }, 'One more interval')} />
      </div>
    </div>
  );
}
