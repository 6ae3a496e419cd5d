// @vitest-environment jsdom
import { afterEach, expect, it, vi } from 'vitest';
import { askDesk } from './follow-store.ts';

afterEach(() => vi.unstubAllGlobals());

/** Answers in turn; null is no answer. Gives the ids that were sent. */
function answering(...answers: (Response | null)[]): string[] {
  const sent: string[] = [];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(String(init.body)).id);
    const answer = answers.shift();
    if (!answer) throw new TypeError('no network');
    return answer;
  });
  return sent;
}

it('what may not have been heard is asked once more, under the same id', async () => {
  const sent = answering(null, Response.json({ passedOn: true }));
  const id = await askDesk('REMOTE', { type: 'pause' });
  expect(sent).toEqual([id, id]);
});

it('what is refused is not asked again, and says why', async () => {
  const refusal = Response.json({ title: 'The desk is out of reach' }, { status: 409 });
  const sent = answering(refusal, Response.json({ passedOn: true }));
  await expect(askDesk('REMOTE', { type: 'pause' })).rejects.toThrow('The desk is out of reach');
  expect(sent).toHaveLength(1);
});
