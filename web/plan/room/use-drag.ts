import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { Spot } from '../../../core/class/index.ts';

const SNAP_M = 0.1;
const STEP_M = 0.5;
const FINE_M = 0.1;

export const snap = (m: number) => Math.round(m / SNAP_M) * SNAP_M;

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A thing of the room being moved, by hand or by the arrow keys (half a metre, with Shift 10 cm). */
export function useDrag(toMetres: (e: PointerEvent) => Spot | null) {
  const [dragged, setDragged] = useState<{ id: string; at: Spot } | null>(null);
  const grip = useRef<{ dx: number; dy: number } | null>(null);

  /** Handlers for one thing: where it is, and what to do when it has been moved or taken away. */
  const handlers = (id: string, at: Spot, onMove: (to: Spot) => void, onRemove: () => void, onSelect: () => void) => ({
    onPointerDown: (e: PointerEvent<SVGGElement>) => {
      const m = toMetres(e);
      if (!m) return;
      onSelect();
      e.currentTarget.setPointerCapture(e.pointerId);
      grip.current = { dx: at.x - m.x, dy: at.y - m.y };
      setDragged({ id, at });
    },
    onPointerMove: (e: PointerEvent<SVGGElement>) => {
      const m = grip.current && dragged?.id === id ? toMetres(e) : null;
      if (m && grip.current) setDragged({ id, at: { x: snap(m.x + grip.current.dx), y: snap(m.y + grip.current.dy) } });
    },
    onPointerUp: () => {
      if (dragged?.id === id && (dragged.at.x !== at.x || dragged.at.y !== at.y)) onMove(dragged.at);
      grip.current = null;
      setDragged(null);
    },
    onPointerCancel: () => {
      grip.current = null;
      setDragged(null);
    },
    onFocus: onSelect,
    onKeyDown: (e: KeyboardEvent<SVGGElement>) => {
      const arrow = ARROWS[e.key];
      if (arrow) {
        e.preventDefault();
        const step = e.shiftKey ? FINE_M : STEP_M;
        onMove({ x: at.x + arrow[0] * step, y: at.y + arrow[1] * step });
      } else if (e.key === 'Delete' || e.key === 'Backspace') {
        e.preventDefault();
        onRemove();
      }
    },
  });
  return { dragged, handlers };
}
