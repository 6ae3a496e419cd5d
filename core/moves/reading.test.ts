import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { newStation } from '../class/index.ts';
import { move } from '../test/moves.ts';
import { judgeName, listOf } from '../test/names/lists.ts';
import { basisOf, basisWords } from './basis.ts';
import { libraryOf, moveKey, putMove, resolveStation } from './library.ts';
import { withAlias } from './tell.ts';

const library = shippedLibrary();
const knownAs = (name: string) => {
  const r = library.read(name);
  return r.kind === 'known' ? r.of.name : r.kind;
};

describe('a name as instructors type it', () => {
  const names = readFileSync(new URL('../test/names/typed.csv', import.meta.url), 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(',') as [string, string, string, string]);

  it('is known or rightly guessed in 95 of 100 of 300 names, and never known as what it is not', () => {
    expect(names.length).toBeGreaterThanOrEqual(300);
    const wrong: string[] = [];
    const wronglyKnown: string[] = [];
    for (const [name, patterns, positions, lands] of names) {
      const { kind, move: m } = library.read(name);
      const right =
        m !== null &&
        patterns.split('/').some((p) => p === m.pattern || p === m.second) &&
        positions.split('/').includes(m.position) &&
        (m.impact !== 'none') === (lands === 'yes');
      if (!right) wrong.push(`${name}: ${kind} ${m?.pattern} ${m?.position} ${m?.impact}`);
      if (!right && kind === 'known') wronglyKnown.push(name);
    }
    expect(wronglyKnown).toEqual([]);
    expect(wrong.length / names.length, wrong.join('\n')).toBeLessThanOrEqual(0.05);
  });

  it.each(['list-1.txt', 'list-2.txt', 'list-3.txt', 'list-4.txt', 'list-5.txt'])(
    'is known or sensibly guessed in 92 of 100 of %s, and wrong in one of 50 at most',
    (file) => {
      const judged = listOf(file).map((expected) => judgeName(library, expected));
      const faults = (of: string) => judged.filter((j) => j.of === of).map((j) => j.how);
      expect(judged.length).toBeGreaterThan(200);
      expect(faults('wrong').length / judged.length, faults('wrong').join('\n')).toBeLessThanOrEqual(0.02);
      const notRight = [...faults('unknown'), ...faults('wrong')];
      expect(notRight.length / judged.length, notRight.join('\n')).toBeLessThanOrEqual(0.08);
    },
  );

  it.each([
    ['Half lunge', 'Static lunge or Step-back tap'],
    ['Squat out', 'Pop squat or Bodyweight squat'],
    ['Step jumps', 'Box jump or Box step-up'],
    ['Up-downs', 'Up-down on the spot or Plank walk-up'],
    ['Twist and crunch', 'Cross crunch or Seated lean-back twist'],
    ['Jump', 'Squat jump or Star jump or Tuck jump'],
    ['lunges', 'Reverse lunge or Forward lunge or Walking lunge or Static lunge'],
    ['modified burpee', 'Step-back thrust'],
    ['slow burpee', 'Step-back thrust'],
    ['Low impact jumping jacks', 'Half star'],
    ['burpies', 'Squat thrust with jump'],
    ['sideplank', 'Side plank'],
  ])('%s is a guess: %s', (name, meanings) => {
    const r = library.read(name);
    expect(r.kind === 'guessed' && r.meanings.map((m) => m.name).join(' or ')).toBe(meanings);
  });

  it.each([
    ['squat no jump', 'squat standing none both'],
    ['modified burpee', 'locomote handsAndFeet none both'],
    ['slow burpee', 'locomote handsAndFeet none both'],
    ['Low impact jumping jacks', 'locomote standing none both'],
    ['Child\u2019s pose side reach', 'stretch kneeling none both'],
    ['Curl to press', 'pull standing none both'],
    ['Push-up on chair', 'push handsAndFeet none both'],
    ['Overhead triceps', 'push standing none both'],
    ['standing knee drives', 'locomote standing none both'],
    ['1 arm row', 'pull standing none one'],
    ['TRX chest press', 'push standing none both'],
    ['slow squats', 'squat standing none both'],
  ])('%s is %s', (name, facts) => {
    const m = library.read(name).move;
    expect(m && `${m.pattern} ${m.position} ${m.impact} ${m.oneSided ? 'one' : 'both'}`).toBe(facts);
  });

  it('means less effort where it says so, and never a can by "as fast as you can"', () => {
    expect(library.read('light squat press').move?.effort).toBe((library.get('Squat press')?.effort ?? 0) - 1);
    expect(library.read('burpees as fast as you can').said.kit).toEqual([]);
    expect(library.read('squat with cans').said.kit).toEqual(['can']);
  });

  it('has a letter before it that is no side where the move has none', () => {
    const side = (name: string) => library.read(name).said.side;
    expect(['L-fly', 'L-shape arms', 'L lunge', 'R reverse lunge', 'single arm row L'].map(side)).toEqual([
      null,
      null,
      'left',
      'right',
      'left',
    ]);
  });

  it('is asked no more when the club has said what it means', () => {
    const lunge = library.get('Static lunge');
    if (!lunge) throw new Error('no lunge');
    const told = libraryOf(library.moves.map((m) => (m === lunge ? withAlias(m, 'Lunges') : m)));
    expect(told.get('lunges')?.name).toBe('Static lunge');
    expect(told.get('10 lunges each leg')?.name).toBe('Static lunge');
  });

  it.each([
    ['Press-up', ['push-up', 'pushups', 'PRESS UPS', 'Press  up', 'push ups (10)', '10 x push-ups', 'push-ups x 12']],
    ['Squat press', ['thruster', 'squat to press', 'squat & press', 'press, squat']],
    ['Kettlebell swing', ['KB swing', 'kb swings', 'kettle bell swing', 'swing']],
    ['Single-leg deadlift', ['SL RDL', 'one-legged deadlift', 'single leg romanian deadlift']],
    ['Curtsy lunge', ['curtsey lunges', 'Curtsy Lunge']],
    ['Tyre flip', ['tire flips']],
    ['Child\u2019s rest', ['childs pose', "Child's Pose", 'child\u2019s pose']],
    ['Wide squat', ['plié squat', 'plie squats', 'sumo squat']],
  ])('is %s in every spelling', (name, spellings) => {
    for (const spelling of spellings) expect([spelling, knownAs(spelling)]).toEqual([spelling, name]);
  });

  it('says side, turns, repetitions and kit beside the move', () => {
    const said = (name: string) => library.read(name).said;
    expect(said('left leg lunge')).toEqual({ side: 'left', both: null, kit: [], reps: null });
    expect(said('side plank R').side).toBe('right');
    expect(said('side plank').side).toBeNull();
    expect(said('alt reverse lunges').both).toBe('alternating');
    expect(said('8 a side reverse lunge').reps).toEqual({ count: 8, per: 'side' });
    expect(said('10 burpees').reps).toEqual({ count: 10, per: 'total' });
    expect(said('sandbag reverse lunge').kit).toEqual(['sandbag']);
    // What is part of the move's own name is not said beside it.
    expect(said('kick ball change')).toEqual({ side: null, both: null, kit: [], reps: null });
    expect(said('90/90 stretch').reps).toBeNull();
  });

  it('adds the kit it names; what is held takes the place of what the move is held with', () => {
    const kit = (name: string) => library.read(name).move?.kit;
    expect(kit('banded reverse lunge')).toEqual(['band']);
    expect(kit('db goblet squat')).toEqual(['dumbbell']);
    expect(kit('push-up on a chair')).toEqual(['chair']);
    expect(library.get('db goblet squat')?.kit).toEqual(['kettlebell']);
    expect(kit('tricep dips on chair')).toEqual(['chair']);
    expect(kit('chair dips')).toEqual(['chair']);
    expect(kit('dumbbell woodchop')).toEqual(['dumbbell']);
    expect(kit('box step')).toEqual([]);
    expect(kit('bench step-ups')).toEqual(['bench']);
  });

  it('is not known where it says another position, or a stretch with a weight', () => {
    expect(knownAs('kneeling push-up on the floor')).toBe('Press-up from the knees');
    expect(library.read('standing hollow rock').kind).not.toBe('known');
    expect(library.read('kettlebell quad stretch').kind).not.toBe('known');
  });

  it('is guessed from the words that say what it is, and looks like one', () => {
    const guess = (name: string) => {
      const r = library.read(name);
      return r.kind === 'guessed' ? [r.words.join(' '), r.move.pattern, r.move.position, r.move.impact] : r.kind;
    };
    expect(guess('Heron squat')).toEqual(['squat', 'squat', 'standing', 'none']);
    expect(guess('Heron squat jump')).toEqual(['squat jump', 'jump', 'standing', 'high']);
    expect(guess('Seated curlew press')).toEqual(['press', 'push', 'seated', 'none']);
    expect(guess('Tidal crunch')).toEqual(['crunch', 'brace', 'supine', 'none']);
    expect(guess('Avocet plank row')).toEqual(['plank row', 'pull', 'handsAndFeet', 'none']);
    expect(library.read('Heron calf stretch').move?.main).toEqual(['calves']);
    expect(library.read('Single-leg tide hop').move?.oneSided).toBe(true);
  });

  it('is unknown where no word says what it is', () => {
    for (const name of ['Kelp', 'Ebb and flood', 'The lighthouse', '', '   ', '123', '!!!'])
      expect([name, library.read(name).kind]).toEqual([name, 'unknown']);
  });

  it('is read for all letters there are without harm', () => {
    for (const name of ['\u{1F3CB}\uFE0F squat', 'a'.repeat(80), 'x x x x', '\u202Esquat', 'constructor', '__proto__'])
      expect(() => library.read(name)).not.toThrow();
    expect(knownAs('constructor')).toBe('unknown');
  });

  it('means the instructor\u2019s own move before a shipped one, and a name before another\u2019s alias', () => {
    const own = libraryOf([
      move('Press-up', { aliases: ['dip'], own: undefined as never }),
      move('Dip', { effort: 5, own: undefined as never }),
      move('Press up', { effort: 1 }),
    ]);
    expect(own.read('dips').move?.effort).toBe(5);
    expect(own.get('press ups')?.effort).toBe(1);
    expect(own.named('press-up')?.effort).toBe(2);
  });

  it('is the same move as another name of it', () => {
    const same = (a: string, b: string) => moveKey(library, a) === moveKey(library, b);
    expect(same('push-ups', 'Press-up')).toBe(true);
    expect(same('Kelp', 'kelp')).toBe(true);
    expect(same('Kelp', 'Weed')).toBe(false);
  });
});

describe('a station by a typed name', () => {
  const put = (name: string) => putMove(newStation('s1', 'x'), name, library).station;

  it('keeps the name, and has the side, the turns and the repetitions that it says', () => {
    expect(put('left leg lunge')).toEqual({
      ...newStation('s1', 'left leg lunge'),
      sides: { mode: 'one', side: 'left' },
    });
    expect(put('alternating lunges').sides).toEqual({ mode: 'alternating' });
    expect(put('reverse lunges').sides).toEqual({ mode: 'split', first: 'left' });
    expect(put('10 burpees').reps).toEqual({ count: 10, per: 'total' });
  });

  it('has the kit the name says, known or not; nothing is claimed of what is not', () => {
    expect(resolveStation(put('db goblet squat'), library).kit).toEqual(['dumbbell']);
    expect(resolveStation(put('Dumbbell kelp'), library)).toEqual({ ...put('Dumbbell kelp'), kit: ['dumbbell'] });
    expect(resolveStation(put('Kelp'), library)).toEqual(put('Kelp'));
  });
});

it('a judgement says what it rests on', () => {
  const words = (...names: string[]) => basisWords(basisOf(names, library));
  expect(words('squats', 'push-ups')).toBe('All 2 moves are known.');
  expect(words('squats', 'Heron squat')).toBe('1 of 2 moves known, 1 guessed: Heron squat.');
  expect(words('squats', 'Heron squat', 'Kelp')).toBe('1 of 3 moves known, 1 guessed, 1 unknown: cannot judge Kelp.');
  expect(words('a1', 'b2', 'c3', 'd4', 'e5', 'f6')).toBe(
    '0 of 6 moves known, 6 unknown: cannot judge a1, b2, c3, d4 and 2 more.',
  );
  expect(words()).toBe('No moves yet.');
});
