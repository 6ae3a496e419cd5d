import { memo } from 'react';
import { FramesFigure, useFigureFrames } from '../../base/index.ts';
import type { Question } from './notes.ts';

interface Props {
  questions: readonly Question[];
  onTake: (key: string, id: string) => void;
}

/** The drawing of a move on a ground of its own; nothing where there is none. */
function Drawn({ name }: { name: string }) {
  const frames = useFigureFrames(name);
  return (
    frames && (
      <span className="rounded-sm bg-card px-1">
        <FramesFigure frames={frames} time={null} small className="h-9 w-12" />
      </span>
    )
  );
}

/** What was guessed, each with the ways it could be taken and what they make of the total; one tap settles it. */
export const Questions = memo(function Questions({ questions, onTake }: Props) {
  return (
    <ul aria-label="Is this what you mean?">
      {questions.map((q) => (
        <li key={q.key} className="flex flex-wrap items-center gap-x-3 gap-y-2 border-t py-2" data-testid="question">
          <span className="w-36 shrink-0 break-words font-semibold max-sm:w-full">{q.about}</span>
          <span
            className="flex min-w-0 flex-1 flex-wrap gap-2"
            role="group"
            aria-label={`What is \u201c${q.about}\u201d?`}
          >
            {q.ways.map((way) => (
              <button
                key={way.id}
                type="button"
                aria-pressed={way.id === q.taken}
                className={`inline-flex min-h-11 items-center gap-2 rounded-md border px-3 text-left ${
                  way.id === q.taken ? 'border-ink bg-ink text-paper' : 'border-line-strong bg-card hover:border-ink'
                }`}
                onClick={() => onTake(q.key, way.id)}
              >
                {q.isName && <Drawn name={way.id} />}
                <span>
                  {way.words}
                  {way.costs !== '' && <span className="digits ml-2 text-small opacity-75">{way.costs}</span>}
                </span>
              </button>
            ))}
          </span>
          {!q.isOpen && <span className="text-small text-muted">settled</span>}
        </li>
      ))}
    </ul>
  );
});
