import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations, testId } from '../../test/build.ts';
import { CLASS_COLUMNS, guessClassColumns, readClassRows, writeClassCsv } from './class-csv.ts';

const asked = { title: 'Ebb', makeId: testId, unit: 'kg' as const };
const rowsOf = (csv: string) => Papa.parse<string[]>(csv.trim(), { skipEmptyLines: true }).data;
const read = (csv: string) => {
  const [header = [], ...rows] = rowsOf(csv);
  return readClassRows(guessClassColumns(header), rows, asked);
};

describe('a class as a table', () => {
  it('guesses columns by the names that tables use, none twice', () => {
    expect(guessClassColumns(['Section', 'Exercise', 'Work (s)', 'Rest (s)', 'Equipment', 'Time', 'Colour'])).toEqual([
      'block',
      'move',
      'work',
      'rest',
      'kit',
      null,
      null,
    ]);
  });

  it('reads rows as blocks: what most rows have is the block’s, what differs the station’s', () => {
    const { plan, problems } = read(
      [
        'block,part,rounds,move,work,rest,sides,reps,weight,kit,break after',
        'Warm-up,,1,March on the spot,1:00,0,,,,,',
        'Pairs,main,3,Goblet squat,40,20,,12,16 kg,kettlebell,',
        'Pairs,,,Side plank,30,20,switch at half,,,mat,',
        'Pairs,,,Press-up,40,20,,8 a side,,,90',
      ].join('\n'),
    );
    expect(problems).toEqual([]);
    const [warmUp, pairs] = plan.blocks;
    expect([warmUp?.role, warmUp?.format]).toMatchObject([
      'warmUp',
      { kind: 'circuit', rounds: 1, workMs: 60_000, restMs: 0 },
    ]);
    expect([pairs?.role, pairs?.format, pairs?.breakAfter.ms]).toMatchObject([
      'main',
      { rounds: 3, workMs: 40_000, restMs: 20_000 },
      90_000,
    ]);
    expect(pairs?.stations.map(({ id: _, ...x }) => x)).toEqual([
      {
        move: 'Goblet squat',
        sides: { mode: 'none' },
        reps: { count: 12, per: 'total' },
        weightKg: 16,
        kit: ['kettlebell'],
      },
      { move: 'Side plank', sides: { mode: 'split', first: 'left' }, workMs: 30_000, kit: ['mat'] },
      { move: 'Press-up', sides: { mode: 'none' }, reps: { count: 8, per: 'side' } },
    ]);
  });

  it('tells each cell that it cannot read by row and column, and takes the rest', () => {
    const { plan, problems } = read(
      'move,work,sides,weight,reps,rounds\nRope slam,soon,upside,heavy,many,0\n,40,,,,\nBear walk,40,left,,,',
    );
    expect(problems.map((p) => `${p.row} ${p.column}`).sort()).toEqual([
      '0 reps',
      '0 rounds',
      '0 sides',
      '0 weight',
      '0 work',
      '1 move',
    ]);
    expect(plan.blocks[0]?.stations.map((x) => [x.move, x.sides])).toEqual([
      ['Rope slam', { mode: 'none' }],
      ['Bear walk', { mode: 'one', side: 'left' }],
    ]);
  });

  it('splits no more than a class holds in silence', () => {
    const many = Array.from({ length: 45 }, (_, k) => `B${k},M${k}`).join('\n');
    const { plan, problems } = read(`block,move\n${many}`);
    expect([plan.blocks.length, problems.length]).toEqual([40, 5]);
  });

  it('is written so that it comes back: circuits whole, in their columns', () => {
    const plan: Plan = planOf(
      {
        ...circuit(
          stations(3, (x, k) => (k === 1 ? { ...x, workMs: s(25), easier: ['Half'], formCues: ['Tall', 'Slow'] } : x)),
          40,
          15,
          3,
        ),
        title: 'Main',
        breakAfter: { ms: 90_000, untilTap: false },
      },
      block(format('open', { lengthMs: 60_000 }), [], { title: 'Talk' }),
    );
    const csv = writeClassCsv(plan);
    expect(rowsOf(csv)[0]).toEqual([...CLASS_COLUMNS]);
    const back = read(csv);
    expect(back.problems).toEqual([]);
    const bare = (p: Plan) => p.blocks[0]?.stations.map(({ id: _, ...x }) => x);
    expect(bare(back.plan)).toEqual(bare(plan));
    expect(back.plan.blocks[0]).toMatchObject({
      title: 'Main',
      role: 'main',
      breakAfter: { ms: 90_000 },
      format: { rounds: 3, workMs: 40_000, restMs: 15_000 },
    });
  });
});
