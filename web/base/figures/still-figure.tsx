import { type Frames, LAYERS, type Picture } from '@odd-round/figure';
import type { Side } from '../../../core/class/index.ts';

interface Props {
  frames: Frames;
  /** A move of one side is drawn with its right; the left is its mirror image. */
  side?: Side | null;
  /** What it shows, for who does not see it; without it the name stands beside it. */
  label?: string;
  /** Seen from afar or very small: fewer and thicker lines. */
  small?: boolean;
  className?: string;
}

/** A figure that does not move: its two telling positions, and an arrow the way of what moves most. */
export function StillFigure({ frames, side = null, label, small = false, className = '' }: Props) {
  const { pictures, box, arrow } = frames.still();
  const [left, top, right, bottom] = box;
  const flip = side === 'left' ? `translate(${left + right} 0) scale(-1 1)` : undefined;
  const hasGround = frames.figure.text.view !== 'quarter';
  return (
    <svg
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      className={`figure ${small ? 'figure-small' : ''} ${className}`}
      data-testid="figure"
      data-still=""
      data-side={side ?? undefined}
      role="img"
      aria-hidden={label === undefined}
      aria-label={label}
    >
      <g transform={flip}>
        {pictures.map(({ picture, dx, dy }) => (
          <g key={`${dx} ${dy}`} transform={`translate(${dx} ${dy})`}>
            {hasGround && <path className="figure-ground" d={`M${left - dx} 0H${right - dx}`} />}
            <Layers picture={picture} />
          </g>
        ))}
        {arrow && <path className="figure-way" d={arrow.line} />}
        {arrow && <path className="figure-tip" d={arrow.head} />}
      </g>
    </svg>
  );
}

function Layers({ picture }: { picture: Picture }) {
  return LAYERS.map(
    (layer) => picture[layer] !== '' && <path key={layer} className={`figure-${layer}`} d={picture[layer]} />,
  );
}
