import {
  dragged,
  drawMoment,
  FINE,
  type FigureText,
  figureOf,
  framesOf,
  HANDLES,
  type Handle,
  handleAt,
  LAYERS,
  momentOf,
  type Written,
  whenAt,
} from '@odd-round/figure';
import { type KeyboardEvent, type PointerEvent, useMemo, useRef } from 'react';

interface Props {
  figure: FigureText;
  position: number;
  /** Left and right are moved together. */
  alike: boolean;
  /** The text as a change begins from it: what is said throughout is said in each position. */
  onBegin: () => Written;
  onChange: (written: Written) => void;
}

const STEP = 2 * FINE;
const FAST = 4;
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** One position of a figure with its joints as handles: dragged, or moved by the arrow keys (with Shift four times as far). */
export function FigureHandles({ figure, position, alike, onBegin, onChange }: Props) {
  const picture = useRef<SVGSVGElement>(null);
  const frames = useMemo(() => framesOf(figureOf(figure)), [figure]);
  const places = useMemo(() => HANDLES.map((h) => handleAt(figure, position, h)), [figure, position]);
  // Where it is seen stays while it is dragged: the picture would run away from the finger.
  const held = useRef<{ handle: Handle; box: readonly [number, number, number, number] } | null>(null);
  const [left, top, right, bottom] = held.current?.box ?? frames.box;
  const margin = 22 * FINE;
  const ms = whenAt(frames.figure, position);
  const shown = drawMoment(frames.figure, momentOf(frames.figure, ms), ms);

  const pointAt = (e: PointerEvent): { x: number; y: number } | null => {
    const matrix = picture.current?.getScreenCTM();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
    return { x, y };
  };
  const move = (handle: Handle, to: { x: number; y: number }) =>
    onChange(dragged(onBegin(), position, handle, to, alike && handle.side !== null));
  const onKey = (e: KeyboardEvent, handle: Handle, k: number) => {
    const arrow = ARROWS[e.key];
    const place = places[k];
    if (!arrow || !place) return;
    e.preventDefault();
    const far = STEP * (e.shiftKey ? FAST : 1);
    move(handle, { x: place.x + arrow[0] * far, y: place.y + arrow[1] * far });
  };
  return (
    <svg
      ref={picture}
      viewBox={`${left - margin} ${top - margin} ${right - left + 2 * margin} ${bottom - top + 2 * margin}`}
      className="figure h-[46vh] w-full touch-none select-none border bg-card"
      role="group"
      aria-label={`Position ${position + 1}`}
      data-testid="figure-handles"
      onPointerMove={(e) => {
        const to = held.current && pointAt(e);
        if (held.current && to) move(held.current.handle, to);
      }}
      onPointerUp={() => {
        held.current = null;
      }}
    >
      {figure.view !== 'quarter' && <path className="figure-ground" d={`M${left - margin} 0H${right + margin}`} />}
      {LAYERS.map(
        (layer) => shown[layer] !== '' && <path key={layer} className={`figure-${layer}`} d={shown[layer]} />,
      )}
      {HANDLES.map((handle, k) => (
        <circle
          key={handle.name}
          className="figure-handle"
          cx={places[k]?.x}
          cy={places[k]?.y}
          r={7 * FINE}
          role="button"
          tabIndex={0}
          aria-label={handle.name}
          onKeyDown={(e) => onKey(e, handle, k)}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = { handle, box: frames.box };
          }}
        />
      ))}
    </svg>
  );
}
