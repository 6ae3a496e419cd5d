import express, { json, Router } from 'express';
import { MOST_TRACK_BYTES, music } from '../../core/wire/index.ts';
import type { Database } from '../db/database.ts';
import { changeTrack, dropTrack, findSound, listTracks, saveTrack } from '../db/music.ts';
import { soundBody } from './border.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

/** Music of the instructor's that is wanted on the server too. */
export function musicApi(db: Database): Router {
  const api = Router();
  api.use('/music', json({ limit: '16kb' }), soundBody);

  route(api, music.listTracks, () => listTracks(db));
  route(api, music.saveTrack, async ({ path, body }) => {
    if (body.id !== path.id) throw new ProblemError(400, 'The track has another id than the address');
    if (!(await changeTrack(db, body))) throw notFound('Track');
  });
  route(
    api,
    music.saveTrackFile,
    async ({ path, query, req }) => {
      if (query.info.id !== path.id) throw new ProblemError(400, 'The track has another id than the address');
      if (!Buffer.isBuffer(req.body) || req.body.length === 0)
        throw new ProblemError(422, 'There is no file of music in it');
      await saveTrack(db, { ...query.info, bytes: req.body.length }, 'application/octet-stream', req.body);
    },
    express.raw({ type: 'application/octet-stream', limit: MOST_TRACK_BYTES }),
  );
  route(api, music.getTrackFile, async ({ path, res }) => {
    const found = await findSound(db, path.id);
    if (!found) throw notFound('Track');
    // What a browser might take for a page is handed over as a file.
    res.attachment('track').type('application/octet-stream').send(Buffer.from(found.sound));
  });
  route(api, music.dropTrack, async ({ path }) => {
    if (!(await dropTrack(db, path.id))) throw notFound('Track');
  });
  return api;
}
