import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { type KitItem, libraryOf, resolvePlan } from '../../moves/index.ts';
import { circuit, planOf } from '../../test/build.ts';
import { move, on } from '../../test/moves.ts';
import { classKit, kitFor } from './class-kit.ts';

const library = libraryOf([
  move('Curl', { kit: ['dumbbell'], pieces: 2 }),
  move('Row', { kit: ['dumbbell', 'bench'] }),
  move('Hold', { kit: ['mat'], pieces: 2 }),
  move('Squat'),
]);
const item = (name: string, count: number, more: Partial<KitItem> = {}): KitItem => ({
  name,
  count,
  sharedBy: 1,
  ...more,
});
const classOf = (heads: number | null, ...names: string[]): Plan => ({
  ...planOf(circuit(on(...names), 40, 20, 2)),
  heads,
  room: 'Boat bay',
});
const kitOf = (plan: Plan, room: readonly KitItem[]) => classKit(resolvePlan(plan, library), library, room);

describe('the kit of a class done together', () => {
  it('is what each needs times the people, the most at once, what is short first', () => {
    const needs = kitOf(classOf(9, 'Curl', 'Row', 'Hold', 'Squat'), [item('dumbbell', 12), item('mat', 20)]);
    expect(needs.map((n) => [n.name, n.perPerson, n.pieces, n.short, n.standIn])).toEqual([
      ['bench', 1, 9, 9, 'the edge of a sofa'],
      // Two each for the curl; the row wants only one.
      ['dumbbell', 2, 18, 6, 'a full water bottle'],
      // A mat does not come in pairs.
      ['mat', 1, 9, 0, 'a folded blanket'],
    ]);
    expect(needs[1]?.at.map((a) => a.moves)).toEqual([['Curl', 'Row']]);
  });

  it('is counted for one while nobody has said how many come', () => {
    expect(kitOf(classOf(null, 'Curl'), [])[0]).toMatchObject({ pieces: 2, short: 2 });
  });

  it('is none for a move that is not known, but for what its name says', () => {
    expect(kitOf(classOf(4, 'Kelp'), [])).toEqual([]);
    expect(kitOf(classOf(4, 'Dumbbell kelp'), [])[0]).toMatchObject({ name: 'dumbbell', pieces: 4 });
  });

  it('counts a block at stations by its fullest turn, and takes the most of all blocks', () => {
    const plan = classOf(9, 'Curl', 'Squat', 'Squat');
    const [first] = plan.blocks;
    const apart: Plan = { ...plan, blocks: [{ ...first!, use: 'stations' }] };
    // Groups of three: three people with two each.
    expect(kitOf(apart, [])[0]).toMatchObject({ pieces: 6 });
    expect(kitOf({ ...plan, blocks: [...apart.blocks, { ...first!, id: 'b2' }] }, [])[0]).toMatchObject({ pieces: 18 });
  });
});

describe('what there is for a class', () => {
  const room = [
    item('mat', 10),
    item('mat', 4, { room: 'Oar loft' }),
    item('chair', 8, { room: 'Oar loft' }),
    item('band', 6, { sharedBy: 2 }),
  ];
  const counts = (plan: Pick<Plan, 'room' | 'kit'>) =>
    Object.fromEntries(kitFor(plan, room).map((k) => [k.name, k.count]));

  it('is what is in any room and in its own, its own before', () => {
    expect(counts({ room: 'Boat bay' })).toEqual({ mat: 10, band: 6 });
    expect(counts({ room: 'oar LOFT' })).toEqual({ mat: 4, band: 6, chair: 8 });
  });

  it('is the class\u2019s own count where it says one', () => {
    expect(
      counts({
        room: 'Boat bay',
        kit: [
          { name: 'Mat', count: 2 },
          { name: 'oar', count: 8 },
        ],
      }),
    ).toEqual({
      mat: 2,
      band: 6,
      oar: 8,
    });
    expect(kitFor({ room: '', kit: [{ name: 'band', count: 1 }] }, room).find((k) => k.name === 'band')?.sharedBy).toBe(
      2,
    );
  });

  it('counts a bell of each weight that is said, as each has both at hand', () => {
    const bells = (...kg: (number | undefined)[]) => ({
      ...planOf(
        circuit(
          on('Kettlebell swing', 'Kettlebell deadlift').map((x, k) => ({
            ...x,
            kit: ['kettlebell'],
            ...(kg[k] === undefined ? {} : { weightKg: kg[k] }),
          })),
          40,
          20,
          2,
        ),
      ),
      heads: 6,
    });
    const pieces = (plan: Plan) => kitOf(plan, [item('kettlebell', 20)]).find((k) => k.name === 'kettlebell')?.pieces;
    expect(pieces(bells(24, 8))).toBe(12);
    expect(pieces(bells(16, 16))).toBe(6);
    expect(pieces(bells(24, undefined))).toBe(6);
  });
});
