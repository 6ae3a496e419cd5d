import { json, Router } from 'express';
import { records } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { erasePerson, tracesOf, unerasePerson } from '../db/erase.ts';
import { findPerson, listPeople, savePerson } from '../db/people.ts';
import { recordsOfPerson } from '../db/records.ts';
import { soundBody } from './border.ts';
import { notFound, ProblemError } from './problem.ts';
import { sameMoveOf } from './records.ts';
import { route } from './route.ts';

/** Sessions of a person that are given where not all are asked for. */
const LATEST = 50;
const ID = /^[A-Za-z0-9_-]{1,64}$/;

/**
 * The people of the club: added, named anew, exported and erased.
 * @param onErased what else must forget what it knew
 */
export function peopleApi(db: Database, onErased: () => void): Router {
  const api = Router();
  // What undoes an erasing holds all the notes it changed.
  api.use('/people', json({ limit: '4mb' }), soundBody);
  route(api, records.listPeople, () => listPeople(db));
  route(api, records.savePerson, async ({ path, body }) => {
    if (!ID.test(path.id)) throw new ProblemError(400, 'The request does not fit');
    const person = { id: path.id, ...body };
    if (!(await savePerson(db, person))) throw new ProblemError(422, `There is somebody called ${body.name} already`);
    return person;
  });
  route(api, records.erasePerson, async ({ path, body }) => {
    const erased = await erasePerson(db, path.id, body.traces);
    if (!erased) throw notFound('Person');
    onErased();
    return erased;
  });
  route(api, records.personTraces, async ({ path }) => {
    const traces = await tracesOf(db, path.id);
    if (!traces) throw notFound('Person');
    return { traces };
  });
  route(api, records.unerasePerson, async ({ path, body }) => {
    if (body.person.id !== path.id || !ID.test(path.id)) throw new ProblemError(400, 'The request does not fit');
    const { name } = body.person;
    if (!(await unerasePerson(db, body))) throw new ProblemError(422, `There is somebody called ${name} by now`);
    onErased();
  });
  route(api, records.personRecords, async ({ path, query }) => {
    const person = await findPerson(db, path.id);
    if (!person) throw notFound('Person');
    return { person, ...(await recordsOfPerson(db, path.id, query.all === '1' ? null : LATEST, await sameMoveOf(db))) };
  });
  return api;
}
