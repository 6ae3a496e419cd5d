import type { Side } from '../../../core/class/index.ts';
import { formatDuration } from '../../../core/class/index.ts';
import type { Coming, Scene, Shown } from '../../../core/voice/index.ts';
import { FitText } from './fit-text.tsx';

/** A side in its own box beside the name: it is never pushed out by it. */
export function SideBox({ side, thenSide = null }: { side: Side | null; thenSide?: Side | null }) {
  if (side === null) return null;
  return (
    <span className="shrink-0 text-center">
      <span
        className="digits block border-[0.09em] border-current bg-(--field-ink) px-[0.25em] uppercase leading-[1.2] text-(--field)"
        data-testid="side"
      >
        {side}
      </span>
      {thenSide && <span className="block text-[max(0.36em,12px)] leading-tight">then {thenSide}</span>}
    </span>
  );
}

interface NameProps {
  shown: Shown;
  isNow: boolean;
  /** The largest size of the name, px. */
  maxPx: number;
}

/** The name of a set, whole, with its side beside it. */
export function SetName({ shown, isNow, maxPx }: NameProps) {
  return (
    <div className="flex shrink-0 items-center gap-[2%]">
      <FitText
        as="h1"
        of={`${isNow} ${shown.name} ${shown.side}`}
        maxPx={maxPx}
        tall={1.3}
        className="digits"
        testId="move"
      >
        {!isNow && <span className="mr-[0.3em] text-[0.5em] font-normal">next</span>}
        {shown.name}
      </FitText>
      <div style={{ fontSize: `calc(${maxPx * 0.6}px * var(--fit, 1))` }} className="shrink-0">
        <SideBox side={shown.side} thenSide={shown.thenSide} />
      </div>
    </div>
  );
}

/** How much of it: the layer or the reps, the weight, and what else there is to say of it in a word. */
export function Amount({
  shown,
  more = [],
  className = '',
}: {
  shown: Shown;
  more?: readonly string[];
  className?: string;
}) {
  const main = [shown.layer, shown.reps].filter((x) => x !== null);
  const rest = [...(shown.weight === '' ? [] : [shown.weight]), ...shown.said, ...more];
  if (main.length + rest.length === 0) return null;
  return (
    <p className={className}>
      {main.length > 0 && <b data-testid="reps">{main.join(' \u00b7 ')}</b>}
      {main.length > 0 && rest.length > 0 && ' \u00b7 '}
      {rest.join(' \u00b7 ')}
    </p>
  );
}

/** What changes with a set that comes, in a row of short words: the way into its position, kit, weight, length. */
export function Changes({ next, className = '' }: { next: Coming; className?: string }) {
  const words = [
    ...(next.position ? [next.position] : []),
    ...(next.isNewWeight ? [`weight ${next.weight}`] : []),
    ...(next.lengthMs === null ? [] : [`${formatDuration(next.lengthMs)} this time`]),
    ...(next.kit.length > 0 ? [next.kit.join(', ')] : []),
  ];
  if (words.length === 0) return null;
  return (
    <ul className={`flex flex-wrap gap-x-[0.6em] gap-y-[0.1em] ${className}`} aria-label="What changes">
      {words.map((w, k) => (
        <li key={w} className={k === 0 && next.position ? 'border-l-[0.2em] border-current pl-[0.3em] font-bold' : ''}>
          {w}
        </li>
      ))}
    </ul>
  );
}

/** What comes after what is done now: its name, side, reps or layer, and what changes. */
export function Next({ next, maxPx }: { next: Coming; maxPx: number }) {
  return (
    <section
      aria-label="Next"
      className="mb-[0.3em]"
      style={{ fontSize: `calc(${Math.max(14, maxPx * 0.45)}px * var(--fit, 1))` }}
    >
      <div className="flex items-center gap-[2%]">
        <span className="shrink-0 font-normal opacity-90">next</span>
        <FitText of={next.name} maxPx={maxPx} tall={1.5} className="font-semibold" testId="next" />
        <SideBox side={next.side} />
      </div>
      {(next.layer ?? next.reps) && (
        <p className="font-semibold">{[next.layer, next.reps].filter(Boolean).join(' · ')}</p>
      )}
      <div data-yield="6">
        <Changes next={next} />
      </div>
    </section>
  );
}

/** The moves of an add-on's turn in their order, the one at hand marked. */
export function Chain({ chain, className = '' }: { chain: NonNullable<Scene['chain']>; className?: string }) {
  if (chain.names.length < 2) return null;
  return (
    <ol className={`flex flex-wrap items-baseline gap-x-[0.4em] ${className}`} aria-label="This turn">
      {chain.names.map((name, k) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a move may come twice
          key={k}
          className={k === chain.at ? 'border-b-[0.12em] border-current font-bold' : k < chain.at ? 'opacity-70' : ''}
        >
          {name}
          {k < chain.names.length - 1 && <span aria-hidden="true"> ›</span>}
        </li>
      ))}
    </ol>
  );
}

/** The moves of a complex with their reps, done over and over, and where the next window goes on. */
export function Complex({ parts, className = '' }: { parts: NonNullable<Scene['complex']>; className?: string }) {
  return (
    <ol className={`flex flex-wrap gap-x-[0.9em] gap-y-[0.15em] ${className}`} aria-label="The complex">
      {parts.map((part) => (
        <li key={part.id} className={part.goOn ? 'border-[0.09em] border-current px-[0.3em] font-bold' : ''}>
          {part.words}
          {part.goOn && <span className="ml-[0.4em] font-normal">{part.goOn}</span>}
        </li>
      ))}
    </ol>
  );
}
