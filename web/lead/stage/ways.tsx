import { type Station, WAY_WORDS, type Way, waysOf, weightsWords } from '../../../core/class/index.ts';
import { type FigureTime, MoveFigure } from '../../base/index.ts';

const LABEL = 'Ways to do it, from the easiest';
const LOOKS = {
  wall: { list: 'mt-[0.4em] flex flex-wrap gap-x-[0.8em] gap-y-[0.4em]', word: 'text-[0.65em]' },
  phone: { list: 'mt-4 flex flex-col gap-2', word: 'text-plain' },
} as const;

/** The ways to do a station from the easiest to the hardest, the class's own among them marked; and the weights for it. */
export function Ways({
  station,
  on,
  time = null,
}: {
  station: Station;
  on: 'desk' | keyof typeof LOOKS;
  /** Draws each way beside the others, moving with it. */
  time?: FigureTime | null;
}) {
  const ways = waysOf(station);
  const weights = weightsWords(station);
  return (
    <>
      {weights !== '' && on === 'phone' && (
        <p className="mb-1 text-lead">
          <b className="digits">{weights}</b>
        </p>
      )}
      {ways.length > 1 &&
        (on === 'desk' ? <InLine ways={ways} /> : <Listed ways={ways} look={LOOKS[on]} time={time} />)}
    </>
  );
}

function Listed({
  ways,
  look,
  time,
}: {
  ways: readonly Way[];
  look: (typeof LOOKS)[keyof typeof LOOKS];
  time: FigureTime | null;
}) {
  return (
    <ol className={look.list} aria-label={LABEL}>
      {ways.map((way) => (
        <li
          key={`${way.level}${way.name}`}
          className={`flex items-center gap-[0.5em] ${way.level === 'base' ? 'border-2 border-l-8 border-current px-2' : 'border-l-8 border-current/25 pl-2'}`}
        >
          <span className="min-w-0">
            <span className={`block opacity-90 ${look.word}`}>{WAY_WORDS[way.level]}</span>
            <b>{way.name}</b>
          </span>
          {time && (
            <span className="w-[3.4em] shrink-0" data-yield="8" data-yield-with="ways drawn">
              <MoveFigure name={way.name} time={time} small className="h-[2.7em] w-full" />
            </span>
          )}
        </li>
      ))}
    </ol>
  );
}

/** In a line or two: on the desk all else goes first. A word stands where it is another than before. */
function InLine({ ways }: { ways: readonly Way[] }) {
  return (
    <ol className="mb-[0.4em] flex flex-wrap gap-x-[0.7em] gap-y-[0.2em] text-[0.9em] leading-tight" aria-label={LABEL}>
      {ways.map((way, k) => (
        <li key={`${way.level}${way.name}`} className={way.level === 'base' ? 'border-2 border-current px-1.5' : ''}>
          {way.level !== 'base' && way.level !== ways[k - 1]?.level && (
            <span className="mr-[0.4em] text-[0.8em] opacity-90">{WAY_WORDS[way.level]}</span>
          )}
          <b>{way.name}</b>
        </li>
      ))}
    </ol>
  );
}
