import { describe, expect, it } from 'vitest';
import type { FigureText } from './figure.ts';
import { partIndex } from './posture.ts';
import { buildFigure, drawnIn, joined, readFigure, readFigures, splitFigure, writeFigure } from './read.ts';

function figure(text: string): FigureText {
  const read = readFigure(text);
  if (!read.ok) throw new Error(`${read.problem} (${read.term})`);
  return read.figure;
}
const problem = (text: string) => {
  const read = readFigure(text);
  return read.ok ? null : read.problem;
};
const value = (
  f: FigureText,
  k: number,
  joint: 'hip' | 'knee' | 'shoulder' | 'low' | 'body',
  side: 'left' | 'right' | null,
  way = 'bend',
) => f.positions[k]?.posture[partIndex(joint, side, way)];

describe('the text of a figure', () => {
  it('is positions, each from the one before, and what is said throughout', () => {
    const f = figure(
      '(side, hold bell in both): stand → knees 90, hips 80 out 10, lower 3 s, hold 1 s → back, lift 2 s',
    );
    expect(f.view).toBe('side');
    expect(f.positions).toHaveLength(2);
    expect(f.positions[0]?.held).toEqual([{ kind: 'bell', in: 'both', across: false }]);
    expect(f.positions[1]).toMatchObject({ phase: 'lower', inMs: 3000, holdMs: 1000 });
    expect(f.back).toMatchObject({ phase: 'lift', inMs: 2000 });
    expect([value(f, 1, 'knee', 'left'), value(f, 1, 'hip', 'right'), value(f, 1, 'hip', 'right', 'out')]).toEqual([
      90, 80, 10,
    ]);
    expect([...(f.positions[1]?.contacts.keys() ?? [])]).toEqual(['left foot', 'right foot']);
  });

  it('says one side, both, the trunk, the body as a whole', () => {
    const f = figure('upright, right hip 90, knees 40, low 12 turn -5, lean 20, tip 3, face 180');
    expect([value(f, 0, 'hip', 'right'), value(f, 0, 'hip', 'left')]).toEqual([90, 0]);
    expect([value(f, 0, 'low', null), value(f, 0, 'low', null, 'turn')]).toEqual([12, -5]);
    expect([value(f, 0, 'body', null, 'lean'), value(f, 0, 'body', null, 'turn')]).toEqual([20, 180]);
  });

  it('points arms by the room, whatever the trunk does', () => {
    const f = figure('upright, lean 30, low 5, high 10, arms at 90, left arm at 0');
    expect([value(f, 0, 'shoulder', 'right'), value(f, 0, 'shoulder', 'left')]).toEqual([135, 45]);
  });

  it('knows what rests where and how, and lets it go', () => {
    const f = figure('plank → right hand free, left foot flat → feet step, elbows on floor');
    expect(f.positions[0]?.contacts.get('left foot')).toEqual({ manner: 'toes', on: 'floor' });
    expect(f.positions[1]?.contacts.has('right hand')).toBe(false);
    expect(f.positions[1]?.contacts.get('left foot')?.manner).toBe('flat');
    expect([...(f.positions[2]?.going.entries() ?? [])]).toEqual([
      ['left foot', 'steps'],
      ['right foot', 'steps'],
    ]);
    expect(f.positions[2]?.contacts.has('left elbow')).toBe(true);
  });

  it('takes kit in the hands, between points and in the room', () => {
    const f = figure(
      '(box at 0.5, band from right hand to ahead 1.1 up 1): stand, hold dumbbells across → hold ball in both → put down',
    );
    expect(f.placed).toEqual([{ kind: 'box', at: 0.5 }]);
    expect(f.positions[0]?.held.map((h) => [h.in, h.across])).toEqual([
      ['left', true],
      ['right', true],
    ]);
    expect(f.positions[1]?.held).toEqual([{ kind: 'ball', in: 'both', across: false }]);
    expect(f.positions[2]?.held).toEqual([]);
    expect(f.positions[2]?.stretched).toEqual([{ kind: 'band', from: 'right hand', to: { ahead: 1.1, up: 1 } }]);
  });

  it('flies, goes somewhere, takes turns, goes with a beat', () => {
    const f = figure(
      '(front, in turn, travels, flows, beats 4, shown 1 and 2): stand → upright, air 28 cm, shift ahead 40 cm, shift right -5 cm',
    );
    expect(f).toMatchObject({ view: 'front', inTurn: true, travels: true, flows: true, beats: 4, pair: [0, 1] });
    expect(f.positions[1]).toMatchObject({ airM: 0.28, shiftM: [0.4, -0.05] });
    expect(f.positions[1]?.contacts.size).toBe(0);
  });

  it('mirrors a pose', () => {
    const f = figure('lunge mirrored');
    expect([value(f, 0, 'hip', 'left'), value(f, 0, 'hip', 'right')]).toEqual([96, 0]);
    expect(f.positions[0]?.contacts.get('right foot')?.manner).toBe('toes');
  });

  it.each([
    ['stand, wave', '\u201cwave\u201d is not known'],
    ['band from right hand to left hand to seat', '\u201cband from right hand to left hand to seat\u201d is not known'],
    ['left knee', '\u201cleft knee\u201d is not known'],
    ['knee 90', '\u201cknee 90\u201d is not known'],
    ['left low 10', '\u201cleft low 10\u201d is not known'],
    ['hips turn 10 side 5', '\u201chips turn 10 side 5\u201d is not known'],
    ['stand, hold 90 s', '\u201chold 90 s\u201d is not known'],
    ['stand, air 200 cm', '\u201cair 200 cm\u201d is not known'],
    ['(side: stand', 'The brackets do not close'],
    ['(as Plank): stand', 'A figure by itself is like no other'],
    ['', 'A figure has at least one position'],
    ['(shown 1 and 3): stand → squat half', 'There is no such position to be shown'],
    [Array(25).fill('stand').join(' → '), 'A figure has at most 24 positions'],
  ])('refuses “%s”', (text, said) => expect(problem(text)).toBe(said));

  it('says in which pose a term is wrong, and refuses one that names itself', () => {
    const poses = new Map([
      ['a', ['b']],
      ['b', ['a']],
      ['c', ['knees 10', 'fly']],
    ]);
    const built = (text: string) => buildFigure(splitFigure(text) as never, poses);
    expect(built('a')).toMatchObject({
      ok: false,
      problem: 'in \u201ca\u201d: in \u201cb\u201d: \u201ca\u201d names itself',
    });
    expect(built('c')).toMatchObject({ ok: false, problem: 'in \u201cc\u201d: \u201cfly\u201d is not known' });
  });

  it('is written as it was read', () => {
    const text = '(side, hold bell in both): stand \u2192 - \u2192 squat deep, 1 s \u2192 back, lift';
    expect(writeFigure(splitFigure(text) as never)).toBe(text);
  });
});

describe('a file of figures', () => {
  const text = `# Squats
pose low: knees 90, hips 80
Squat (side): stand → low
Slow squat (as Squat): - →
  lower 4 s
Odd`;

  it('reads poses and figures, lines that go on, remarks, and tells what is none', () => {
    const read = readFigures(text);
    expect([...read.poses.keys()]).toEqual(['low']);
    expect([...read.figures.keys()]).toEqual(['Squat', 'Slow squat']);
    expect(read.figures.get('Slow squat')?.positions).toEqual([[], ['lower 4 s']]);
    expect(read.faults).toEqual([
      { line: 6, column: 1, text: 'Not a figure: \u201cName (terms): position \u2192 position\u201d' },
    ]);
  });

  it('joins one that is like another position by position', () => {
    const { figures } = readFigures(text);
    const whole = joined(figures.get('Squat') as never, figures.get('Slow squat') as never);
    expect(whole.positions).toEqual([['stand'], ['low', 'lower 4 s']]);
    expect(whole.whole).toEqual(['side']);
  });

  it('makes each stand by itself, and names the place of a fault', () => {
    const { drawn, faults } = drawnIn([
      { name: 'a.txt', text: 'Squat (side): stand → squat half\nTurned (as Squat): - → hips out 20' },
      {
        name: 'b.txt',
        text: '\nHalf (side): stand, flap → squat half\nLost (as Nothing)\nRound (as Round)\nSquat (side): stand',
      },
    ]);
    expect(drawn).toEqual([
      { name: 'Squat', text: '(side): stand \u2192 squat half' },
      { name: 'Turned', text: '(side): stand \u2192 squat half, hips out 20' },
    ]);
    expect(faults.map((f) => [f.file, f.line, f.column, f.text])).toEqual([
      ['b.txt', 5, 1, '\u201cSquat\u201d is drawn twice'],
      ['b.txt', 2, 21, 'Half: \u201cflap\u201d is not known'],
      ['b.txt', 3, 7, 'Lost: there is no \u201cNothing\u201d to be like'],
      ['b.txt', 4, 8, 'Round: \u201cRound\u201d is like itself'],
    ]);
  });
});
