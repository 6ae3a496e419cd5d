import { json, Router } from 'express';
import { records } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { erasePerson, findPerson, listPeople, savePerson } from '../db/people.ts';
import { recordsOfPerson } from '../db/records.ts';
import { soundBody } from './border.ts';
import { handle } from './handle.ts';
import { notFound, ProblemError } from './problem.ts';

/** Sessions of a person that are given where not all are asked for. */
const LATEST = 50;
const ID = /^[A-Za-z0-9_-]{1,64}$/;

/**
 * The people of the club: added, named anew, exported and erased.
 * @param onErased what else must forget what it knew
 */
export function peopleApi(db: Database, onErased: () => void): Router {
  const api = Router();
  api.use('/people', json({ limit: '20kb' }), soundBody);
  handle(api, records.listPeople, () => listPeople(db));
  handle(api, records.savePerson, async ({ path, body }) => {
    if (!ID.test(path.id)) throw new ProblemError(400, 'The request does not fit');
    const person = { id: path.id, ...body };
    if (!(await savePerson(db, person))) throw new ProblemError(422, `There is somebody called ${body.name} already`);
    return person;
  });
  handle(api, records.erasePerson, async ({ path }) => {
    const texts = await erasePerson(db, path.id);
    if (texts === null) throw notFound('Person');
    onErased();
    return { texts };
  });
  handle(api, records.personRecords, async ({ path, query }) => {
    const person = await findPerson(db, path.id);
    if (!person) throw notFound('Person');
    return { person, ...(await recordsOfPerson(db, path.id, query.all === '1' ? null : LATEST)) };
  });
  return api;
}
