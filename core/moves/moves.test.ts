import { describe, expect, it } from 'vitest';
import { readShippedMoves } from '../../server/library/read.ts';
import { circuit, planOf } from '../test/build.ts';
import { move, on } from '../test/moves.ts';
import { compile, stationAt } from '../time/index.ts';
import { ANY_MOVE, duplicateMoves, findMoves, indexMoves } from './find.ts';
import { libraryOf } from './library.ts';
import { guessColumns, MOVE_COLUMNS, moveRow, readMoveRows } from './rows.ts';
import { alternativesTo, lowImpactTwin, swapStation } from './swap.ts';

const shipped = readShippedMoves();
const library = libraryOf(shipped);

describe('the shipped library', () => {
  it('goes out as rows and comes back the same', () => {
    const { moves, problems } = readMoveRows(MOVE_COLUMNS, shipped.map(moveRow));
    expect(problems).toEqual([]);
    expect(moves).toEqual(shipped);
  });
});

describe('rows from elsewhere', () => {
  it('guesses columns by their names and takes none twice', () => {
    expect(guessColumns(['Exercise', 'Equipment', 'LEVEL', 'Move', 'colour'])).toEqual([
      'name',
      'kit',
      'effort',
      null,
      null,
    ]);
  });

  it('reads what is sound and names what is not, by row and column', () => {
    const { moves, problems } = readMoveRows(
      ['name', 'area', 'effort', 'one-sided'],
      [
        ['Tide step', 'lower body', '3', 'yes'],
        ['Oar press', 'legs', '3', 'no'],
        ['', '', '', ''],
        ['', 'core', '2', ''],
        ['Deck walk', 'cardio', 'hard', 'maybe'],
        ['Quay hop', '', '9', ''],
      ],
    );
    expect(moves.map((m) => [m.name, m.area, m.effort, m.oneSided])).toEqual([['Tide step', 'lower', 3, true]]);
    expect(problems.map((p) => `${p.row} ${p.column}: ${p.message}`)).toEqual([
      '2 area: “legs” is none of whole body, lower body, upper body, core, cardio, mobility',
      '4 name: The move has no name',
      '5 effort: “hard” is no number',
      '5 one-sided: “maybe” is neither yes nor no',
      '6 effort: Invalid value: Expected <=5 but received 9',
    ]);
  });
});

describe('finding', () => {
  const index = indexMoves([
    move('Box step-up', { area: 'lower', kit: ['box'], oneSided: true, impact: 'none' }),
    move('Box jump', { area: 'cardio', kit: ['box'], impact: 'high' }),
    move('Press-up', { area: 'upper', position: 'handsAndFeet', main: ['chest'] }),
  ]);
  const names = (query: Partial<typeof ANY_MOVE>) => findMoves(index, { ...ANY_MOVE, ...query }).map((m) => m.name);

  it('by words that begin words of its name, parts or kit, whatever their order', () => {
    expect(names({ text: 'bo ju' })).toEqual(['Box jump']);
    expect(names({ text: 'up' })).toEqual(['Box step-up', 'Press-up']);
    expect(names({ text: 'chest' })).toEqual(['Press-up']);
    expect(names({ text: 'ox' })).toEqual([]);
  });

  it('by area, impact, side, kit at hand and what was used lately', () => {
    expect(names({ area: 'lower' })).toEqual(['Box step-up']);
    expect(names({ impact: 'high' })).toEqual(['Box jump']);
    expect(names({ side: 'one' })).toEqual(['Box step-up']);
    expect(names({ kitAtHand: [] })).toEqual(['Press-up']);
    expect(names({ kitAtHand: ['Box'], notIn: ['box JUMP'] })).toEqual(['Box step-up', 'Press-up']);
  });

  it('by any other name it goes by', () => {
    const other = indexMoves([move('Press-up', { aliases: ['push-up', 'floor press-up'] }), move('Push press')]);
    const found = (text: string) => findMoves(other, { ...ANY_MOVE, text }).map((m) => m.name);
    expect(found('push')).toEqual(['Push press', 'Press-up']);
    expect(found('push-u')).toEqual(['Press-up']);
  });

  it('notices the same name written in two ways', () => {
    expect(duplicateMoves([move('Press-ups'), move('press up'), move('Squat')])).toEqual([['Press-ups', 'press up']]);
  });
});

describe('swapping', () => {
  it('ranks the same area and pattern first and says why; what is in use already comes later', () => {
    const given = { used: [], kit: null, limit: 5 };
    const [first] = alternativesTo(library, library.get('Band row')!, given);
    expect(first?.reasons[0]).toBe('same area and pattern');
    expect(first?.move.pattern).toBe('pull');
    const again = alternativesTo(library, library.get('Band row')!, { ...given, used: [first!.move.name] });
    expect(again.map((a) => a.move.name)).not.toContain(first!.move.name);
  });

  it('changes one round, or all, with the sides that the new move asks for', () => {
    const plan = planOf(circuit(on('Press-up', 'Band row'), 40, 20, 3));
    const blockId = plan.blocks[0]!.id;
    const lunge = library.get('Reverse lunge')!;
    const moves = (p: typeof plan) =>
      compile(p)
        .intervals.filter((i) => i.kind === 'work')
        .map((i) => stationAt(p, i)!.move);
    const once = swapStation(plan, blockId, 's1', lunge, 2, library);
    expect(moves(once)).toEqual(['Press-up', 'Band row', 'Reverse lunge', 'Band row', 'Press-up', 'Band row']);
    expect(swapStation(once, blockId, 's1', library.get('Press-up')!, 2, library)).toEqual(plan);
    const all = swapStation(plan, blockId, 's1', lunge, null, library);
    expect(all.blocks[0]!.stations[0]).toMatchObject({ move: 'Reverse lunge', sides: { mode: 'split' } });
  });

  it('puts a low-impact level beside every move with impact in one step', () => {
    const plan = planOf(circuit(on('Squat jump', 'Press-up', 'Shuttle run', 'Unheard of'), 40, 20, 3));
    const { plan: twin, added, without } = lowImpactTwin(plan, library);
    expect(twin.blocks[0]!.stations.map((s) => s.lowImpact)).toEqual([
      'Fast squat to toes',
      undefined,
      'Lateral step skater',
      undefined,
    ]);
    expect([added, without]).toEqual([2, []]);
    for (const m of shipped.filter((x) => x.impact !== 'none')) {
      const one = lowImpactTwin(planOf(circuit(on(m.name), 40, 20, 1)), library);
      expect([m.name, one.added]).toEqual([m.name, 1]);
    }
  });
});
