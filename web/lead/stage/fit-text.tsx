import { type ReactNode, useLayoutEffect, useRef } from 'react';

interface Props {
  /** The words, by which they are measured anew. */
  of: string;
  children?: ReactNode;
  /** The largest it becomes, px; it shrinks from there until it is whole. */
  maxPx: number;
  lines?: number;
  /** How high all lines together may become, as a part of the largest size. */
  tall?: number;
  className?: string;
  as?: 'h1' | 'div';
  testId?: string;
}

const LINE_HEIGHT = 1.08;
const LEAST_PX = 12;

/** Words as large as their place lets them be: in two lines at most, never cut and never ending in dots. */
export function FitText({
  of,
  children = of,
  maxPx,
  lines = 2,
  tall = lines,
  className = '',
  as: Tag = 'div',
  testId,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other words are to be measured anew
  useLayoutEffect(() => {
    const place = box.current;
    const words = place?.firstElementChild;
    if (!place || !(words instanceof HTMLElement)) return;
    const measure = () => fitInto(words, maxPx, lines, tall);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(place);
    return () => observer.disconnect();
  }, [of, maxPx, lines, tall]);
  return (
    <div ref={box} className={`min-w-0 ${className}`}>
      <Tag className="block" style={{ lineHeight: LINE_HEIGHT }} data-testid={testId}>
        {children}
      </Tag>
    </div>
  );
}

/** The largest whole size at which the words need no more lines and no word is wider than the place. */
function fitInto(words: HTMLElement, maxPx: number, lines: number, tall: number): void {
  // Measured at its own size: what the place as a whole shrinks by comes after, and must not let it grow again.
  const fits = (px: number) => {
    words.style.fontSize = `${px}px`;
    return (
      words.scrollWidth <= words.clientWidth + 1 &&
      words.offsetHeight <= LINE_HEIGHT * Math.min(px * lines, maxPx * tall) + 2
    );
  };
  let [low, high] = [LEAST_PX, Math.max(LEAST_PX, Math.floor(maxPx))];
  if (fits(high)) low = high;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  words.style.fontSize = `calc(${low}px * var(--fit, 1))`;
}
