import { type BodyPart, PART_WORDS } from '../../../core/moves/index.ts';

/*
 * A plain figure of our own, front and back, put together from a few flat shapes like a cut-paper rower. Each part is
 * filled by how much it works: five steps of hatching, told apart without colour.
 */

type Shape = { part: BodyPart; d: string };

/** Mirrored halves: a path for the left half is drawn again on the right. */
const FRONT: readonly Shape[] = [
  { part: 'shoulders', d: 'M30 38 L44 34 L44 44 L32 52 L26 50 Z' },
  { part: 'chest', d: 'M44 38 H59 V54 H42 L40 48 Z' },
  { part: 'arms', d: 'M25 53 L34 54 L30 74 L24 96 L17 94 L20 72 Z' },
  { part: 'belly', d: 'M46 57 H59 V86 H47 Z' },
  { part: 'flanks', d: 'M41 57 L44.5 57 L45.5 86 L41 86 L39 72 Z' },
  { part: 'hipFront', d: 'M41 89 H59 V99 L51 101 L40 98 Z' },
  { part: 'innerThighs', d: 'M52 104 L59 102 V128 L55 128 Z' },
  { part: 'frontThighs', d: 'M39 101 L50 104 L53 130 L52 146 H42 L38 120 Z' },
];
const BACK: readonly Shape[] = [
  { part: 'shoulders', d: 'M30 38 L44 34 L44 42 L32 50 L26 50 Z' },
  { part: 'upperBack', d: 'M46 36 H59 V66 H44 L40 52 Z' },
  { part: 'arms', d: 'M25 53 L34 54 L30 74 L24 96 L17 94 L20 72 Z' },
  { part: 'lowBack', d: 'M45 69 H59 V88 H43 Z' },
  { part: 'flanks', d: 'M40 62 L43 69 L41.5 86 L40 86 L39 72 Z' },
  { part: 'seat', d: 'M41 91 H59 V108 L41 110 L38 100 Z' },
  { part: 'backThighs', d: 'M39 113 L58 111 L55 132 L52 146 H42 L38 122 Z' },
  { part: 'calves', d: 'M42 152 H53 L53 172 L50 190 H45 L41 170 Z' },
];
const SHIN = 'M42 150 H52 L51 172 L49 190 H45 L42 170 Z';

interface Props {
  /** Work by part, ms. */
  parts: Record<BodyPart, number>;
}

/** The body, front and back, each part the darker the more it works. */
export function BodyFigure({ parts }: Props) {
  const most = Math.max(1, ...Object.entries(parts).map(([p, ms]) => (p === 'heart' ? 0 : ms)));
  const step = (part: BodyPart) => (parts[part] === 0 ? 0 : Math.max(1, Math.ceil((parts[part] / most) * 4)));
  const half = (shapes: readonly Shape[], front: boolean) => (
    <>
      {shapes.map(({ part, d }) => (
        <path key={part} d={d} fill={FILLS[step(part)]} stroke="var(--ink)" strokeWidth="0.8">
          <title>{PART_WORDS[part]}</title>
        </path>
      ))}
      {front && <path d={SHIN} fill="var(--card)" stroke="var(--line-strong)" strokeWidth="0.8" />}
    </>
  );
  const figure = (shapes: readonly Shape[], x: number, label: string, front: boolean) => (
    <g transform={`translate(${x} 0)`}>
      <circle cx="60" cy="18" r="11" fill="var(--card)" stroke="var(--line-strong)" strokeWidth="0.8" />
      <g>{half(shapes, front)}</g>
      <g transform="translate(120 0) scale(-1 1)">{half(shapes, front)}</g>
      <text x="60" y="206" textAnchor="middle" fontSize="10" fill="var(--muted)">
        {label}
      </text>
    </g>
  );
  const worked = (Object.keys(parts) as BodyPart[]).filter((p) => step(p) > 0).sort((a, b) => parts[b] - parts[a]);
  return (
    <svg
      viewBox="0 0 240 210"
      className="w-full"
      role="img"
      aria-label={`Most worked: ${
        worked
          .slice(0, 4)
          .map((p) => PART_WORDS[p])
          .join(', ') || 'nothing yet'
      }`}
    >
      <defs>
        <pattern id="body-1" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V5" stroke="var(--ink)" strokeWidth="0.8" />
        </pattern>
        <pattern id="body-2" width="3.2" height="3.2" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V4" stroke="var(--ink)" strokeWidth="1.2" />
        </pattern>
        <pattern id="body-3" width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V3" stroke="var(--ink)" strokeWidth="3.6" />
        </pattern>
      </defs>
      {figure(FRONT, 0, 'front', true)}
      {figure(BACK, 120, 'back', false)}
    </svg>
  );
}

const FILLS = ['var(--card)', 'url(#body-1)', 'url(#body-2)', 'url(#body-3)', 'var(--ink)'];
