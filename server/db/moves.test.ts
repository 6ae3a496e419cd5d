import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { move } from '../../core/test/moves.ts';
import { freshDatabase } from '../test/fresh-database.ts';
import type { Database } from './database.ts';
import { migrate } from './migrate.ts';
import { keyMoves, listMoves, saveMoves, setHidden, shipMoves } from './moves.ts';

let db: Database;
beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db);
});
afterAll(() => db.close());
beforeEach(() => db.script('DELETE FROM move'));

const names = async () => (await listMoves(db)).map((m) => [m.name, m.own === true]);

describe('a move is the same however its name is spelt', () => {
  it('a curly apostrophe, another case or more spaces replace it and make no second', async () => {
    await shipMoves(db, [move("Farmer's walk")]);
    await saveMoves(db, [move('Farmer\u2019s  Walk')]);
    expect(await names()).toEqual([['Farmer\u2019s  Walk', true]]);
    await shipMoves(db, [move("Farmer's walk", { effort: 5 })]);
    expect(await names()).toEqual([['Farmer\u2019s  Walk', true]]);
    expect(await setHidden(db, ["FARMER'S WALK"], true)).toBe(1);
    expect(await names()).toEqual([]);
  });

  it('of two in one list the later counts', async () => {
    await saveMoves(db, [move('Oar pull', { effort: 1 }), move('oar pull', { effort: 4 })]);
    expect((await listMoves(db)).map((m) => [m.name, m.effort])).toEqual([['oar pull', 4]]);
  });

  it('of two in an older database the own one stays, then the newer', async () => {
    const put = (name: string, own: boolean, day: number) =>
      db.query('INSERT INTO move (name, details, own, updated_at) VALUES ($1, $2, $3, $4)', [
        name,
        JSON.stringify(move(name)),
        own,
        new Date(Date.UTC(2026, 0, day)),
      ]);
    await put("Farmer's walk", false, 9);
    await put('Farmer\u2019s walk', true, 1);
    await put('Oar pull', true, 2);
    await put('oar  pull', true, 3);
    await keyMoves(db);
    expect((await names()).map(([name]) => name)).toEqual(['Farmer\u2019s walk', 'oar  pull']);
    await keyMoves(db);
    expect(await names()).toHaveLength(2);
  });
});
