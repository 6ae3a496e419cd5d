import express from 'express';
import request from 'supertest';
import { expect, it } from 'vitest';
import { type RequestLine, requestLog } from './request-log.ts';

it('tells of each request once it is answered: by its route, with an id that the answer has too, and no secret', async () => {
  const lines: RequestLine[] = [];
  let clock = 1000;
  const app = express();
  app.use(
    requestLog(
      (line) => lines.push(line),
      () => clock,
    ),
  );
  const router = express.Router();
  router.get('/live/:code', (_req, res) => {
    clock += 12.4;
    res.status(404).end();
  });
  app.use('/api', router);
  const answer = await request(app).get('/api/live/SECRET42?after=SECRET43');
  await request(app).get('/nowhere/SECRET44');
  expect(lines).toEqual([
    { request: answer.headers['x-request-id'], method: 'GET', route: '/api/live/:code', status: 404, ms: 12 },
    { request: expect.stringMatching(/^[\w-]{10}$/), method: 'GET', route: '(none)', status: 404, ms: 0 },
  ]);
  expect(JSON.stringify(lines)).not.toContain('SECRET');
});
