import {
  buildFigure,
  type FigureText,
  faultsOf,
  faultWords,
  figureOf,
  framesOf,
  splitFigure,
  spreadOut,
  type View,
  type Written,
  writeFigure,
} from '@odd-round/figure';
import { Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { FIGURE_LENGTH, type Move } from '../../../core/moves/index.ts';
import { Button, Checkbox, Dialog, IconButton, MovingFigure, OneOf, useFrames } from '../../base/index.ts';
import { FigureHandles } from './figure-handles.tsx';

const VIEW_WORDS: Record<View, string> = { side: 'from its side', front: 'from the front', quarter: 'from above' };
const VIEWS = Object.keys(VIEW_WORDS) as View[];
const FIRST = '(side): stand \u2192 squat half';

interface Props {
  move: Move;
  onClose: () => void;
  /** Null takes the drawing away. */
  onSave: (figure: string | null) => Promise<void>;
}

/** Draws a move: by the joints of each position, or by its text; both say the same. */
export function FigureEditor({ move, onClose, onSave }: Props) {
  const [text, setText] = useState(move.figure ?? FIRST);
  const [chosen, setChosen] = useState(0);
  const [alike, setAlike] = useState(false);
  const written = useMemo(() => splitFigure(text), [text]);
  const read = useMemo(() => written && buildFigure(written), [written]);
  const figure = read?.ok ? read.figure : null;
  const count = written?.positions.length ?? 0;
  const at = Math.min(chosen, Math.max(0, count - 1));
  const set = (next: Written) => setText(writeFigure(next));
  const isTooLong = text.length > FIGURE_LENGTH;
  return (
    <Dialog title={`${move.name}: drawing`} open onClose={onClose} width="max-w-5xl">
      <div className="grid gap-5 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="min-w-0">
          {written && figure && (
            <>
              <Positions count={count} at={at} onChoose={setChosen} written={written} onChange={set} />
              <FigureHandles
                figure={figure}
                position={at}
                alike={alike}
                onChange={(next) => set(next)}
                onBegin={() => spreadOut(written)}
              />
              <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
                <Checkbox checked={alike} onChange={setAlike}>
                  Both sides alike
                </Checkbox>
                <label className="flex items-center gap-2">
                  Seen
                  <OneOf
                    look="quiet"
                    of={VIEWS.map((view) => [view, VIEW_WORDS[view]])}
                    value={figure.view}
                    onPick={(view) => set(seenAs(written, view))}
                  />
                </label>
                <span className="text-muted">Drag a joint, or choose one and press the arrow keys.</span>
              </div>
            </>
          )}
        </div>
        <div className="min-w-0">
          {figure && <Preview figure={figure} />}
          <label htmlFor="figure-text" className="mt-2 block text-small text-muted">
            In words
          </label>
          <textarea
            id="figure-text"
            value={text}
            rows={7}
            spellCheck={false}
            aria-invalid={!figure || undefined}
            className={`w-full rounded-md border bg-card p-2 text-small ${figure ? 'border-line-strong' : 'border-2 border-dashed border-live'}`}
            onChange={(e) => setText(e.target.value)}
          />
          {isTooLong && (
            <p className="text-live text-small">
              {text.length} characters: at most {FIGURE_LENGTH} can be kept.
            </p>
          )}
          {!written && <p className="text-live text-small">The brackets do not close.</p>}
          {read && !read.ok && <p className="text-live text-small">{read.problem}.</p>}
          {figure && <Faults figure={figure} />}
          <div className="mt-3 flex flex-wrap gap-2">
            <Button look="strong" disabled={!figure || isTooLong} onClick={() => void onSave(text.trim())}>
              Save drawing
            </Button>
            <Button onClick={onClose}>Cancel</Button>
            {move.figure !== undefined && <Button onClick={() => void onSave(null)}>Take the drawing away</Button>}
          </div>
        </div>
      </div>
    </Dialog>
  );
}

const seenAs = (written: Written, view: View): Written => ({
  ...written,
  whole: [view, ...written.whole.filter((t) => !(VIEWS as readonly string[]).includes(t))],
});

interface PositionsProps {
  count: number;
  at: number;
  written: Written;
  onChoose: (at: number) => void;
  onChange: (written: Written) => void;
}

/** The positions in their order, one chosen; more can be added after it, or it can go. */
function Positions({ count, at, written, onChoose, onChange }: PositionsProps) {
  const positions = [...written.positions];
  return (
    <fieldset className="mb-2 flex flex-wrap items-center gap-1" aria-label="Positions">
      {positions.map((_, k) => (
        <Button
          // biome-ignore lint/suspicious/noArrayIndexKey: positions are known by their number
          key={k}
          look={k === at ? 'strong' : 'plain'}
          aria-pressed={k === at}
          aria-label={`Position ${k + 1}`}
          onClick={() => onChoose(k)}
        >
          {k + 1}
        </Button>
      ))}
      <IconButton
        label="Another position after this one"
        onClick={() => {
          onChange({ ...written, positions: [...positions.slice(0, at + 1), [], ...positions.slice(at + 1)] });
          onChoose(at + 1);
        }}
      >
        <Plus size={17} />
      </IconButton>
      <IconButton
        label={`Take position ${at + 1} away`}
        disabled={count < 2}
        onClick={() => {
          onChange({ ...written, positions: positions.filter((_, k) => k !== at) });
          onChoose(Math.max(0, at - 1));
        }}
      >
        <Trash2 size={17} />
      </IconButton>
    </fieldset>
  );
}

/** How it moves as it is now. */
function Preview({ figure }: { figure: FigureText }) {
  const frames = useMemo(() => framesOf(figureOf(figure)), [figure]);
  const now = useFrames(() => performance.now());
  return (
    <MovingFigure
      frames={frames}
      time={{ atMs: now, runs: true }}
      label="How it moves"
      className="h-40 w-full border-b"
    />
  );
}

/** What the drawing shows that should not be done, or cannot be. */
function Faults({ figure }: { figure: FigureText }) {
  const faults = useMemo(() => faultsOf(figureOf(figure)), [figure]);
  if (faults.length === 0)
    return <p className="text-small text-muted">Nothing against it: all joints within their range.</p>;
  return (
    <ul className="text-small" aria-label="What is wrong with it">
      {faults.map((f) => (
        <li key={`${f.rule} ${f.of}`} className="border-l-4 border-live pl-2">
          {faultWords(f)}.
        </li>
      ))}
    </ul>
  );
}
