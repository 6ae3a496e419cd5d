import { Check } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import {
  type Answers,
  allAnswered,
  answersOf,
  type Library,
  type Move,
  moveFrom,
  QUESTIONS,
  type Question,
} from '../../../core/moves/index.ts';
import { Button } from '../../base/index.ts';
import { SameAs } from './same-as.tsx';
import { CHOICES, QUESTION_WORDS } from './tell-choices.ts';

interface CardProps {
  name: string;
  library: Library;
  busy: boolean;
  onKeep: (move: Move) => void;
  onLater: () => void;
}

/** Five questions about one move, one key each: what is guessed stands chosen; a key answers the question that is asked and goes on to the next. */
export function TellCard({ name, library, busy, onKeep, onLater }: CardProps) {
  const reading = library.read(name);
  const guessed = reading.kind === 'guessed' ? reading.move : null;
  const [answers, setAnswers] = useState<Partial<Answers>>(() => answersOf(guessed));
  const [asked, setAsked] = useState<number>(0);
  const card = useRef<HTMLDivElement>(null);
  useEffect(() => card.current?.focus({ preventScroll: true }), []);
  const keep = (with_: Partial<Answers>) => {
    const all = allAnswered(with_);
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
        <Button look="strong" disabled={busy || allAnswered(answers) === null} onClick={() => keep(answers)}>
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
