import { type Station, WAY_WORDS, waysOf } from '../../core/plan/index.ts';
import { weightsWords } from '../../core/values/index.ts';

const LOOKS = {
  desk: { list: 'mb-2 flex flex-wrap gap-x-6 gap-y-1 text-lead leading-tight max-md:hidden', word: 'text-small' },
  wall: { list: 'mb-[2.5vh] flex flex-wrap gap-x-[2vw] gap-y-[1.5vh]', word: 'text-[2.6vh]' },
  phone: { list: 'mt-4 flex flex-col gap-2', word: 'text-plain' },
} as const;

/** The ways to do a station from the easiest to the hardest, the class's own among them marked; and the weights for it. */
export function Ways({ station, on }: { station: Station; on: keyof typeof LOOKS }) {
  const ways = waysOf(station);
  const weights = weightsWords(station);
  const look = LOOKS[on];
  return (
    <>
      {weights !== '' && (
        <p className={on === 'wall' ? 'mb-[1.5vh]' : 'mb-1 text-lead'}>
          <b className="digits">{weights}</b>
        </p>
      )}
      {ways.length > 1 && (
        <ol className={look.list} aria-label="Ways to do it, from the easiest">
          {ways.map((way) => (
            <li
              key={`${way.level}${way.name}`}
              className={`border-l-4 pl-2 ${way.level === 'base' ? 'border-current' : 'border-current/30'}`}
            >
              <span className={`block opacity-90 ${look.word}`}>{WAY_WORDS[way.level]}</span>
              <b>{way.name}</b>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}
