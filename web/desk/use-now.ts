import { useEffect, useState } from 'react';
import { sound } from './run-store.ts';

/** The desk's time, redrawn about 25 times a second. */
export function useNow(): number {
  const [now, setNow] = useState(() => sound.now());
  useEffect(() => {
    let last = 0;
    let frame = requestAnimationFrame(function draw(t) {
      if (t - last > 38) {
        last = t;
        setNow(sound.now());
      }
      frame = requestAnimationFrame(draw);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  return now;
}
