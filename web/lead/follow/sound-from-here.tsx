import { useEffect, useState } from 'react';
import { useWallSound, type WallSound } from './wall-sound.ts';

const SOUND_WORDS: Record<WallSound, string> = {
  elsewhere: 'Sound from here',
  asked: 'The desk has been asked for the sound',
  here: 'Sound from here is on',
  locked: 'Tap for sound',
};

/** Not there, unless someone is at the wall: comes with the pointer or the Tab key, in a line of its own below all else. */
export function SoundFromHere({ code }: { code: string }) {
  const { sound, ask } = useWallSound(code);
  const near = useNear();
  const [focused, setFocused] = useState(false);
  const shown = near || focused || sound === 'asked' || sound === 'locked';
  return (
    <button
      type="button"
      className={
        shown
          ? 'mx-auto mt-[1vh] block min-h-11 shrink-0 border-2 border-current px-6 text-[max(16px,1.8vh)]'
          : 'sr-only'
      }
      onFocus={(e) => setFocused(e.target.matches(':focus-visible'))}
      onBlur={() => setFocused(false)}
      onClick={() => void ask()}
    >
      {SOUND_WORDS[sound]}
    </button>
  );
}

const NEAR_FOR_MS = 6000;

/** Whether someone is at the screen: it was opened, or a pointer moved, within the last seconds. */
function useNear(): boolean {
  const [near, setNear] = useState(true);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const come = () => {
      setNear(true);
      clearTimeout(timer);
      timer = setTimeout(() => setNear(false), NEAR_FOR_MS);
    };
    come();
    window.addEventListener('pointermove', come);
    window.addEventListener('pointerdown', come);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointermove', come);
      window.removeEventListener('pointerdown', come);
    };
  }, []);
  return near;
}
