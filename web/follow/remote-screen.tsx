import { useState } from 'react';
import { isUndoable, lastUndoable, type RunCommand } from '../../core/run/index.ts';
import { sceneOf } from '../../core/stage/index.ts';
import { FitText, SideBox, Target } from '../stage/index.ts';
import { type Asked, answerWords } from './answer-words.ts';
import { askDesk } from './follow-store.ts';
import { type Followed, Follower } from './follower.tsx';
import { Phone } from './phone.tsx';
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

const NAME_PX = 48;

function Remote({ code, plan, state, view, reached, events }: Followed) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const ask = (command: RunCommand, word: string) => () => {
    setAsked({ word, id: null, refused: null });
    askDesk(code, command).then(
      (id) => setAsked({ word, id, refused: null }),
      (e: unknown) => setAsked({ word, id: null, refused: e instanceof Error ? e.message : 'Not sent' }),
    );
  };
  const { shown, isNow } = sceneOf(state, reached(view.interval, null));
  const paused = state.status === 'paused';
  const held = view.interval?.untilTap === true;
  const last = lastUndoable(events);
  const main: [RunCommand, string] = paused
    ? [{ type: 'resume' }, 'Resume']
    : view.mayGo
      ? [{ type: 'release' }, 'Go on']
      : [{ type: 'pause' }, 'Pause'];
  return (
    <>
      {shown && (
        <div className="mt-3 flex items-center gap-3">
          <FitText as="h1" of={`${isNow} ${shown.name}`} maxPx={NAME_PX} className="digits flex-1">
            {!isNow && <span className="mr-2 text-[0.5em] font-normal">next</span>}
            {shown.name}
          </FitText>
          <span className="text-big">
            <SideBox side={shown.side} thenSide={shown.thenSide} />
          </span>
        </div>
      )}
      {shown?.reps && <p className="text-title font-semibold">{shown.reps}</p>}
      <p role="status" className="min-h-7 text-lead">
        {asked && answerWords(asked, events)}
      </p>
      <div className="grid flex-1 grid-cols-2 content-end gap-2">
        <Target phone="col-span-2" name={main[1]} hint="" wide onClick={ask(...main)} />
        <Target name="Back" hint="" onClick={ask({ type: 'back' }, 'Back')} />
        <Target name="Skip" hint="" onClick={ask({ type: 'skip' }, 'Skip')} />
        <Target name="−10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: -10_000 }, '−10 s')} />
        <Target name="+10 s" hint="" onClick={ask({ type: 'adjust', deltaMs: 10_000 }, '+10 s')} />
        <Target
          name={held ? 'Let go' : 'Hold'}
          hint=""
          onClick={held ? ask({ type: 'release' }, 'Let go') : ask({ type: 'hold', readyMs: plan.getReadyMs }, 'Hold')}
        />
        <Target
          name="Undo"
          hint=""
          disabled={last === null || !isUndoable(last)}
          onClick={last ? ask({ type: 'undo', of: last.id }, 'Undo') : () => {}}
        />
        <Target name="One more round" hint="" onClick={ask({ type: 'rounds', delta: 1 }, 'One more round')} />
        <Target name="One more interval" hint="" onClick={ask({ type: 'more' }, 'One more interval')} />
      </div>
    </>
  );
}
