/*
 * One clock for all figures of a page: one request for a frame draws them all.
 */

type Draw = (nowMs: number) => void;

const drawn = new Set<Draw>();
let frame = 0;

function step(nowMs: number): void {
  for (const draw of drawn) draw(nowMs);
  frame = drawn.size > 0 ? requestAnimationFrame(step) : 0;
}

/** Calls back at every frame of the screen with `performance.now()`, until the function it gives is called. */
export function atFrames(draw: Draw): () => void {
  drawn.add(draw);
  if (frame === 0) frame = requestAnimationFrame(step);
  return () => {
    drawn.delete(draw);
    if (drawn.size > 0 || frame === 0) return;
    cancelAnimationFrame(frame);
    frame = 0;
  };
}
