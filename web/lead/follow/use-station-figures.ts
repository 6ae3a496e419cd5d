import { useEffect, useMemo, useState } from 'react';
import type { FollowingScreen } from '../../../core/time/index.ts';
import { live } from '../../../core/wire/index.ts';
import type { FigureOf } from '../../base/index.ts';
import { ask } from '../../base/index.ts';

const NONE: Readonly<Record<string, string>> = {};
const AGAIN_MS = 10_000;

/**
 * The figures of the run that a code opens. They are asked for anew when a name has come; a screen without them shows words alone.
 * @param names all that the run may show, in one word
 */
export function useStationFigures(code: string, { kind, part }: FollowingScreen, names: string): FigureOf {
  const [figures, setFigures] = useState(NONE);
  useEffect(() => {
    if (names === '') return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = new AbortController();
    const load = async () => {
      try {
        const query = { screen: kind, part: part ?? undefined };
        setFigures((await ask(live.followFigures, { path: { code }, query, signal: stop.signal })).figures);
      } catch {
        if (!stop.signal.aborted) timer = setTimeout(load, AGAIN_MS);
      }
    };
    void load();
    return () => {
      stop.abort();
      clearTimeout(timer);
    };
  }, [code, kind, part, names]);
  return useMemo(() => (name) => figures[name] ?? null, [figures]);
}
