import { useEffect, useEffectEvent, useState } from 'react';

/** Between two drawings of a running time, ms: some 25 a second look smooth, and spare the battery. */
const APART_MS = 40;
/** A frame is asked for this much early, and comes with the next drawing of the screen. */
const EARLY_MS = 12;

/** The value of `read` at every frame while `running`; once more when it stops. */
export function useFrames(read: () => number, running = true): number {
  const [now, setNow] = useState(read);
  const readNow = useEffectEvent(read);
  useEffect(() => {
    let frame = 0;
    let pause: ReturnType<typeof setTimeout> | undefined;
    const draw = () => {
      setNow(readNow());
      // No request for the frames between: each would cost the page a whole pass of its own.
      if (running) pause = setTimeout(ask, APART_MS - EARLY_MS);
    };
    const ask = () => {
      frame = requestAnimationFrame(draw);
    };
    ask();
    return () => {
      clearTimeout(pause);
      cancelAnimationFrame(frame);
    };
  }, [running]);
  return now;
}
