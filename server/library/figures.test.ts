import { faultsOf, faultWords, figureOf, readFigure } from '@odd-round/figure';
import { describe, expect, it } from 'vitest';
import { readShippedFigures, readShippedMoves } from './read.ts';

const moves = readShippedMoves();
const drawn = readShippedFigures();

function figure(name: string) {
  const read = readFigure(drawn.find((f) => f.name === name)?.text ?? '');
  if (!read.ok) throw new Error(`${name}: ${read.problem}`);
  return figureOf(read.figure);
}

describe('the figures that ship', () => {
  it('are more than four hundred, each of a move that ships', () => {
    expect(drawn.length).toBeGreaterThan(400);
    const names = new Set(moves.map((m) => m.name));
    expect(drawn.filter((f) => !names.has(f.name))).toEqual([]);
    expect(moves.filter((m) => m.figure !== undefined)).toHaveLength(drawn.length);
  });

  it('keep every rule of good form at every moment: nothing sinks, slides, misses, goes out of range', () => {
    const wrong = drawn.flatMap(({ name }) => faultsOf(figure(name)).map((f) => `${name}: ${faultWords(f)}`));
    expect(wrong).toEqual([]);
  });

  it('show the kit that the move needs, and none that it does not', () => {
    const shown = (text: string) =>
      /\bhold (?!\d|towel)|\bband from|\bloop from|bells|dumbbells|bell at|bag at|ball at/.test(text);
    const bare = moves.filter((m) => m.figure !== undefined && m.kit.length === 0 && shown(m.figure));
    expect(bare.map((m) => m.name)).toEqual([]);
    const without = moves.filter(
      (m) =>
        m.figure !== undefined &&
        m.kit.some((k) => ['kettlebell', 'dumbbell', 'sandbag'].includes(k)) &&
        !shown(m.figure),
    );
    expect(without.map((m) => m.name)).toEqual([]);
  });

  it.each([
    ['Kettlebell swing', 'side'],
    ['Star jump', 'front'],
    ['Frog bridge', 'quarter'],
  ])('“%s” is seen from the %s', (name, view) => expect(figure(name).text.view).toBe(view));

  it('keep the side they are drawn for: the right works', () => {
    // Ahead in a lunge, down in a side plank, holding the bell.
    const { legs } = figure('Reverse lunge').laid.keys[1]?.skeleton ?? {};
    expect(legs?.right.knee[0]).toBeGreaterThan((legs?.left.knee[0] ?? 9) + 0.2);
    const plank = figure('Side plank').laid.keys[0]?.skeleton;
    expect(plank?.arms.right.elbow[1]).toBeLessThan(plank?.arms.left.elbow[1] ?? -9);
    const oneSided = moves.filter((m) => m.oneSided && m.figure?.includes('hold bell in left'));
    expect(oneSided.map((m) => m.name)).toEqual([]);
  });
});
