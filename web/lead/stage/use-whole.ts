import { type RefObject, useLayoutEffect, useRef } from 'react';

/** How small type may become before anything would be cut, as a part of its usual size. */
const LEAST = 0.4;
const STEP = 0.94;

/**
 * Keeps what is in a place whole at any size of the window: what has `data-yield` goes, the highest first, until the rest fits; then the
 * type shrinks (`--fit`, which sizes in the place multiply by). What has `data-shrinks` becomes smaller (`--small`) before it goes.
 * What has the same `data-yield-with` goes together. Places inside it that must not overflow either have `data-holds`.
 * @param of what is in it, in a word: when it is another, all comes back and is measured anew
 */
export function useWhole<E extends HTMLElement>(of: string): RefObject<E | null> {
  const box = useRef<E>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is in it is measured anew
  useLayoutEffect(() => {
    const place = box.current;
    if (!place) return;
    let frame = 0;
    const refit = () => {
      fitWhole(place);
      // Names measure themselves after a change of size: looked at once more when they have.
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => {
        if (isOver(place)) fitWhole(place);
      });
    };
    refit();
    const sized = new ResizeObserver(refit);
    sized.observe(place);
    // Words that grow by themselves, as a time does, are heeded too.
    const words = new MutationObserver(() => {
      if (isOver(place)) refit();
    });
    words.observe(place, { childList: true, characterData: true, subtree: true });
    let current = true;
    void document.fonts?.ready.then(() => current && refit());
    return () => {
      current = false;
      cancelAnimationFrame(frame);
      sized.disconnect();
      words.disconnect();
    };
  }, [of]);
  return box;
}

const overflows = (e: HTMLElement) => e.scrollHeight > e.clientHeight + 1 || e.scrollWidth > e.clientWidth + 1;

const isOver = (place: HTMLElement) =>
  overflows(place) || [...place.querySelectorAll<HTMLElement>('[data-holds]')].some(overflows);

function fitWhole(place: HTMLElement): void {
  const yielding = [...place.querySelectorAll<HTMLElement>('[data-yield]')];
  for (const e of yielding) delete e.dataset.gone;
  for (const by of ['--fit', '--small']) place.style.removeProperty(by);
  for (const e of yielding.sort((a, b) => Number(b.dataset.yield) - Number(a.dataset.yield))) {
    if (!isOver(place)) return;
    if (e.dataset.shrinks !== undefined && shrunk(place, '--small')) return;
    for (const like of e.dataset.yieldWith === undefined ? [e] : yielding)
      if (like.dataset.yieldWith === e.dataset.yieldWith) like.dataset.gone = '';
  }
  shrunk(place, '--fit');
}

/** Makes what multiplies by a size smaller until the place is whole; gives whether it is. */
function shrunk(place: HTMLElement, by: string): boolean {
  for (let size = STEP; size > LEAST && isOver(place); size *= STEP) place.style.setProperty(by, size.toFixed(3));
  return !isOver(place);
}
