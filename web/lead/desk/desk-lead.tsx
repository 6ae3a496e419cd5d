import { Clock, Volume2 } from 'lucide-react';
import { acceptJump, giveSound, keepSound, rejudgeJump, takeOver, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { jumpWords } from './jump-words.ts';

/** The footer of a desk while another desk leads. */
export function FollowingFooter() {
  return (
    <footer className="flex shrink-0 flex-wrap items-center gap-x-6 gap-y-2 px-3 pt-2 pb-3 md:px-6">
      <p className="min-w-0 flex-1 basis-64 text-lead">
        Another desk leads this run. This one follows, silent. Taking over moves the sound and the keys here.
      </p>
      <span className="flex min-w-48 flex-1">
        <Target name="Take over" hint="T" wide onClick={() => void takeOver()} />
      </span>
    </footer>
  );
}

/** A following screen asks to sound in the desk's place; the desk gives it or not. */
export function AskedForSound() {
  const asked = useDesk((s) => s.soundAsked);
  if (asked === null) return null;
  return (
    <div
      role="status"
      className="mx-3 mt-1 flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-2 border-current px-3 py-1 md:mx-6"
    >
      <Volume2 size={26} />
      <span className="min-w-0 flex-1 basis-40 text-lead">A wall asks for the sound</span>
      <Target small name="Give it" hint="" onClick={() => void giveSound(asked)} />
      <Target small name="Keep it here" hint="" onClick={keepSound} />
    </div>
  );
}

/** The device's clock jumped in the middle of the class: what that was taken for is told, and can be taken back. */
export function ClockJumped() {
  const jump = useDesk((s) => s.jump);
  if (!jump) return null;
  const { told, otherwise } = jumpWords(jump);
  return (
    <div
      role="status"
      className="mx-3 mt-1 flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-2 border-current px-3 py-1 md:mx-6"
    >
      <Clock size={26} />
      <span className="min-w-0 flex-1 basis-40 text-lead">{told}</span>
      <Target small name={otherwise} hint="" onClick={rejudgeJump} />
      <Target small name="That is right" hint="" onClick={acceptJump} />
    </div>
  );
}
