import { Volume2 } from 'lucide-react';
import { giveSound, keepSound, takeOver, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';

/** What a desk shows in place of its controls while another leads. */
export function FollowingFooter() {
  return (
    <footer className="flex items-center gap-6 px-3 pt-2 pb-3 max-md:flex-col md:px-6">
      <p className="flex-1 text-title">
        Another desk leads this run. This one follows, silent. Taking over moves the sound and the keys here.
      </p>
      <Target name="Take over" hint="T" wide onClick={() => void takeOver()} />
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
      className="absolute inset-x-3 bottom-0 z-10 flex items-center gap-3 border-2 border-current bg-(--field) px-4 py-1 md:inset-x-6"
    >
      <Volume2 size={26} />
      <span className="flex-1 text-title">A wall asks for the sound</span>
      <Target small name="Give it" hint="" onClick={() => void giveSound(asked)} />
      <Target small name="Keep it here" hint="" onClick={keepSound} />
    </div>
  );
}
