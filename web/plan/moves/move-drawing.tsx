import { Pause, Pencil, Play } from 'lucide-react';
import { useState } from 'react';
import type { Side } from '../../../core/class/index.ts';
import type { Move } from '../../../core/moves/index.ts';
import { Button, FramesFigure, IconButton, useFigureFrames, useFrames } from '../../base/index.ts';

const SIDES: readonly Side[] = ['left', 'right'];

/** How a move is done, drawn and moving, with what its cues speak of; and the way to change the drawing. */
export function MoveDrawing({ move, onChange }: { move: Move; onChange: () => void }) {
  const frames = useFigureFrames(move.name, move.tempo);
  const [runs, setRuns] = useState(true);
  const [side, setSide] = useState<Side>('right');
  const [begun, setBegun] = useState(() => performance.now());
  const [atMs, setAtMs] = useState(0);
  const now = useFrames(() => performance.now(), runs);
  if (!frames)
    return (
      <p className="mt-3 flex items-center gap-2 border-y border-line-strong py-1 text-muted">
        <span className="flex-1">Not drawn.</span>
        <IconButton label="Draw it" onClick={onChange}>
          <Pencil size={17} />
        </IconButton>
      </p>
    );
  const elapsed = runs ? now - begun : atMs;
  const stop = () => {
    if (runs) setAtMs(elapsed);
    else setBegun(performance.now() - atMs);
    setRuns(!runs);
  };
  return (
    <figure className="mt-2 border-y border-line-strong py-2">
      <FramesFigure
        frames={frames}
        side={move.oneSided ? side : null}
        time={{ atMs: Math.max(0, elapsed), runs }}
        cues={move.cues}
        label={`How ${move.name} is done`}
        className="mx-auto h-56 w-full"
      />
      <figcaption className="mt-1 flex items-center gap-2 text-small text-muted">
        <IconButton label={runs ? 'Hold still' : 'Let it move'} onClick={stop}>
          {runs ? <Pause size={17} /> : <Play size={17} />}
        </IconButton>
        {move.oneSided && (
          <fieldset className="flex" aria-label="Side">
            {SIDES.map((s) => (
              <Button
                key={s}
                look={s === side ? 'strong' : 'plain'}
                aria-pressed={s === side}
                onClick={() => setSide(s)}
              >
                {s}
              </Button>
            ))}
          </fieldset>
        )}
        <span className="flex-1">
          {frames.figure.text.view === 'front' ? 'Left is your left, as in a mirror.' : ''}
        </span>
        <IconButton label="Change the drawing" onClick={onChange}>
          <Pencil size={17} />
        </IconButton>
      </figcaption>
    </figure>
  );
}
