// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useWhole } from './use-whole.ts';

/** A place of 100 px; each part is 40 px high at the usual size of type. */
function Place({ of, parts, together = [] }: { of: string; parts: number; together?: readonly number[] }) {
  const box = useWhole<HTMLDivElement>(of);
  return (
    <div ref={box} data-testid="place">
      <p>time</p>
      {Array.from({ length: parts }, (_, k) => (
        <p
          // biome-ignore lint/suspicious/noArrayIndexKey: parts are known by their place
          key={k}
          data-yield={k + 1}
          data-yield-with={together.includes(k + 1) ? 'drawn' : undefined}
        >{`part ${k + 1}`}</p>
      ))}
    </div>
  );
}

beforeEach(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(100);
  vi.spyOn(Element.prototype, 'scrollHeight', 'get').mockImplementation(function (this: Element) {
    const fit = Number((this as HTMLElement).style.getPropertyValue('--fit') || 1);
    return [...this.children].filter((e) => (e as HTMLElement).dataset.gone === undefined).length * partPx * fit;
  });
});
let partPx = 40;
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});
const left = () =>
  [...screen.getByTestId('place').children].flatMap((e) =>
    (e as HTMLElement).dataset.gone === undefined ? e.textContent : [],
  );
const size = () => screen.getByTestId('place').style.getPropertyValue('--fit');

describe('what is kept whole', () => {
  it('lets what matters least go first, and only as much as it must', () => {
    partPx = 40;
    render(<Place of="a" parts={4} />);
    expect([left(), size()]).toEqual([['time', 'part 1'], '']);
  });

  it('lets what belongs together go together', () => {
    partPx = 40;
    render(<Place of="a" parts={3} together={[1, 3]} />);
    expect(left()).toEqual(['time', 'part 2']);
  });

  it('shrinks the type when all that may go has gone', () => {
    partPx = 140;
    render(<Place of="a" parts={2} />);
    expect(left()).toEqual(['time']);
    // 140 × 0.94⁵ is 103, × 0.94⁶ is 97: within the one px that is let pass.
    expect(size()).toBe('0.690');
  });

  it('brings all back when there is something else in it', () => {
    partPx = 40;
    const { rerender } = render(<Place of="a" parts={4} />);
    partPx = 10;
    rerender(<Place of="b" parts={4} />);
    expect([left().length, size()]).toEqual([5, '']);
  });
});
