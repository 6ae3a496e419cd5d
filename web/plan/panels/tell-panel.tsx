import { Check } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import {
  type Answers,
  answersOf,
  bareName,
  basisOf,
  keyOfName,
  type Library,
  type Move,
  moveFrom,
  movesNamed,
  QUESTIONS,
  type Question,
} from '../../../core/moves/index.ts';
import { Button, toast, useLibrary } from '../../base/index.ts';
import { SameAs } from './same-as.tsx';
import { CHOICES, QUESTION_WORDS } from './tell-choices.ts';

/**
 * The moves of a class that are guessed or unknown, the guesses first since they are told of fastest: five questions, one key
 * each. What is told is kept for the club.
 */
export function TellPanel({ plan, name }: { plan: Plan; name: string | null }) {
  const { library, state, keepMoves } = useLibrary();
  const { guessed, unknown } = basisOf(movesNamed(plan), library);
  const open = onePerMove([...guessed, ...unknown]);
  const [at, setAt] = useState(name);
  useEffect(() => setAt(name), [name]);
  const current = open.find((n) => n === at) ?? open[0];
  const [busy, setBusy] = useState(false);
  const keep = async (move: Move, next: string | null) => {
    setBusy(true);
    try {
      await keepMoves([move]);
      setAt(next);
    } catch (e) {
      toast.error(`${move.name} was not kept: ${e instanceof Error ? e.message : 'the server cannot be reached'}.`);
    } finally {
      setBusy(false);
    }
  };
  if (state !== 'ready') return <p className="text-muted">The library is not loaded yet.</p>;
  if (current === undefined) return <p className="py-3">Every move of this class is known.</p>;
  const next = open[open.indexOf(current) + 1] ?? open.find((n) => n !== current) ?? null;
  return (
    <>
      <p className="text-small text-muted" role="status">
        {open.length} to tell. What you say is kept for the club and used in every class.
      </p>
      <Card
        key={current}
        name={current}
        library={library}
        busy={busy}
        onKeep={(move) => void keep(move, next)}
        onLater={() => setAt(next)}
      />
      <ol className="mt-4 border-t" aria-label="Moves to tell me about">
        {open.map((n) => (
          <li key={n} className="flex border-b">
            <button
              type="button"
              className={`flex min-h-9 flex-1 items-center gap-2 px-1 text-left text-small hover:bg-ink/5 ${n === current ? 'font-semibold' : ''}`}
              aria-current={n === current}
              onClick={() => setAt(n)}
            >
              <span className="min-w-0 flex-1 break-words">{n}</span>
              <span className="text-fine text-muted">{guessed.includes(n) ? 'guess' : 'not known'}</span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}

/** Names that differ by side or count are one move to tell of. */
const onePerMove = (names: readonly string[]): string[] => [
  ...new Map(names.map((n) => [keyOfName(bareName(n)), n])).values(),
];

interface CardProps {
  name: string;
  library: Library;
  busy: boolean;
  onKeep: (move: Move) => void;
  onLater: () => void;
}

/** One move: what is guessed stands chosen; a key answers the question that is asked and goes on to the next. */
function Card({ name, library, busy, onKeep, onLater }: CardProps) {
  const reading = library.read(name);
  const guessed = reading.kind === 'guessed' ? reading.move : null;
  const [answers, setAnswers] = useState<Partial<Answers>>(() => answersOf(guessed));
  const [asked, setAsked] = useState<number>(0);
  const card = useRef<HTMLDivElement>(null);
  useEffect(() => card.current?.focus({ preventScroll: true }), []);
  const keep = (with_: Partial<Answers>) => {
    const all = complete(with_);
    if (all && !busy) onKeep(moveFrom(name, all, reading.said, guessed));
  };
  const answer = (question: Question, value: Answers[Question]) => {
    const next = { ...answers, [question]: value };
    setAnswers(next);
    const k = QUESTIONS.indexOf(question);
    const missing = QUESTIONS.findIndex((q, i) => i > k && (next[q] === undefined || guessed === null));
    if (k === QUESTIONS.length - 1) keep(next);
    else setAsked(missing === -1 ? k + 1 : missing);
  };
  const onKey = (e: React.KeyboardEvent) => {
    if (e.altKey || e.ctrlKey || e.metaKey || e.target !== card.current) return;
    const question = QUESTIONS[asked];
    if (e.key === 'Enter') keep(answers);
    else if (e.key === 'ArrowDown') setAsked((k) => Math.min(QUESTIONS.length - 1, k + 1));
    else if (e.key === 'ArrowUp' || e.key === 'Backspace') setAsked((k) => Math.max(0, k - 1));
    else if (e.key === 'Tab' || !question) return;
    else {
      const choice = CHOICES[question].find((c) => c.key === e.key.toLowerCase());
      if (!choice) return;
      answer(question, choice.value);
    }
    e.preventDefault();
  };
  return (
    <div
      ref={card}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes the keys that answer
      tabIndex={0}
      role="group"
      aria-label={`${name}: ${QUESTION_WORDS[QUESTIONS[asked] ?? 'pattern']}`}
      className="mt-2 rounded-md border border-line-strong p-3"
      onKeyDown={onKey}
    >
      <h3 className="digits text-lead break-words">{name}</h3>
      <p className="text-small text-muted">
        {reading.kind === 'guessed'
          ? `Guessed from \u201c${reading.words.join(' ')}\u201d. Enter if it is right.`
          : 'Nothing in its name says what it is.'}
        {reading.said.kit.length > 0 && ` With ${reading.said.kit.join(', ')}.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="strong" disabled={busy || complete(answers) === null} onClick={() => keep(answers)}>
          {guessed ? 'It is right' : 'Keep it'}
        </Button>
        <Button onClick={onLater}>Later</Button>
      </div>
      {QUESTIONS.map((question, k) => (
        <Row
          key={question}
          question={question}
          isAsked={k === asked}
          value={answers[question]}
          onAnswer={(value) => answer(question, value)}
        />
      ))}
      <SameAs name={name} library={library} onKeep={onKeep} />
    </div>
  );
}

function complete(answers: Partial<Answers>): Answers | null {
  const { pattern, part, position, impact, oneSided } = answers;
  if (!pattern || !part || !position || !impact || oneSided === undefined) return null;
  return { pattern, part, position, impact, oneSided };
}

function Row({
  question,
  isAsked,
  value,
  onAnswer,
}: {
  question: Question;
  isAsked: boolean;
  value: Answers[Question] | undefined;
  onAnswer: (value: Answers[Question]) => void;
}) {
  return (
    <fieldset className={`mt-2 border-l-2 pl-2 ${isAsked ? 'border-live' : 'border-transparent'}`}>
      <legend className={`text-small ${isAsked ? 'font-semibold' : 'text-muted'}`}>{QUESTION_WORDS[question]}</legend>
      <div className="flex flex-wrap gap-1">
        {CHOICES[question].map((c) => {
          const chosen = c.value === value;
          return (
            <button
              key={c.key}
              type="button"
              aria-pressed={chosen}
              className={`flex min-h-8 items-center gap-1 rounded-sm border px-1.5 text-small ${chosen ? 'border-ink bg-ink text-paper' : 'border-line-strong hover:border-ink'}`}
              onClick={() => onAnswer(c.value)}
            >
              {chosen ? <Check size={13} aria-hidden="true" /> : <kbd className="text-fine text-muted">{c.key}</kbd>}
              {c.word}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
