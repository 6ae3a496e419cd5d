import { cuePlaces, FINE, type Frames, LAYERS, type Picture, pacedMs } from '@odd-round/figure';
import { useEffect, useRef } from 'react';
import type { Side } from '../../../core/class/index.ts';
import { atFrames } from './figure-clock.ts';

/** The time of a figure, from the screen that shows it. */
export interface FigureTime {
  /** Since it began, ms. */
  atMs: number;
  /** Whether time goes on. */
  runs: boolean;
}

interface Props {
  frames: Frames;
  time: FigureTime;
  side?: Side | null;
  /** The beat it goes with, ms; null for its own time. */
  beatMs?: number | null;
  /** What is to be pointed at, by its words; each has its number. */
  cues?: readonly string[];
  label?: string;
  className?: string;
}

const MARGIN = 12 * FINE;

/** A figure that moves, between the drawings of its screen by itself: its paths are set, nothing of the page is made anew. */
export function MovingFigure({ frames, time, side = null, beatMs = null, cues = [], label, className = '' }: Props) {
  const paths = useRef<(SVGPathElement | null)[]>([]);
  const marks = useRef<(SVGGElement | null)[]>([]);
  const base = useRef({ time, seenMs: 0 });
  const pointed = useRef(cues);
  useEffect(() => {
    base.current = { time, seenMs: performance.now() };
    pointed.current = cues;
  });
  useEffect(() => {
    let shown: Picture | null = null;
    return atFrames((nowMs) => {
      const { time, seenMs } = base.current;
      const ms = pacedMs(frames.figure, time.atMs + (time.runs ? Math.max(0, nowMs - seenMs) : 0), beatMs);
      const picture = frames.at(ms);
      if (picture === shown) return;
      draw(paths.current, picture, shown);
      shown = picture;
      if (pointed.current.length > 0) point(frames, marks.current, { cues: pointed.current, side, ms });
    });
  }, [frames, beatMs, side]);
  const [left, top, right, bottom] = frames.box;
  const [x, y, width, height] = [left - MARGIN, top - MARGIN, right - left + 2 * MARGIN, bottom - top + 2 * MARGIN];
  const flip = side === 'left' ? `translate(${left + right} 0) scale(-1 1)` : undefined;
  return (
    <svg
      viewBox={`${x} ${y} ${width} ${height}`}
      preserveAspectRatio="xMidYMax meet"
      className={`figure ${className}`}
      data-testid="figure"
      data-side={side ?? undefined}
      role="img"
      aria-hidden={label === undefined}
      aria-label={label}
    >
      {frames.figure.text.view !== 'quarter' && <path className="figure-ground" d={`M${x} 0H${x + width}`} />}
      <g transform={flip}>
        {LAYERS.map((layer, k) => (
          <path
            key={layer}
            className={`figure-${layer}`}
            ref={(path) => {
              paths.current[k] = path;
            }}
          />
        ))}
      </g>
      {cues.map((cue, k) => (
        <g
          key={cue}
          className="figure-cue"
          ref={(mark) => {
            marks.current[k] = mark;
          }}
        >
          <circle r={9 * FINE} />
          <text y={4.6 * FINE} fontSize={13 * FINE} textAnchor="middle">
            {k + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Puts the number of each cue at what it speaks of. */
function point(
  { figure, box: [left, , right] }: Frames,
  marks: readonly (SVGGElement | null)[],
  { cues, side, ms }: { cues: readonly string[]; side: Side | null; ms: number },
): void {
  cuePlaces(figure, ms, cues).forEach((place, k) => {
    const mark = marks[k];
    if (!mark) return;
    mark.style.display = place ? '' : 'none';
    if (place)
      mark.setAttribute('transform', `translate(${side === 'left' ? left + right - place.x : place.x} ${place.y})`);
  });
}

function draw(paths: readonly (SVGPathElement | null)[], picture: Picture, shown: Picture | null): void {
  LAYERS.forEach((layer, k) => {
    const d = picture[layer];
    if (shown === null || shown[layer] !== d) paths[k]?.setAttribute('d', d);
  });
}
