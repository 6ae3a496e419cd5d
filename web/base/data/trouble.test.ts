import { beforeEach, expect, it } from 'vitest';
import { noteTrouble, useTrouble } from './trouble.ts';

const trouble = () => useTrouble.getState().trouble;
beforeEach(() => useTrouble.setState({ trouble: null }));

it('is told by a full disk or a database out of reach, and ended by a save that went through', () => {
  noteTrouble(507, 'PUT');
  expect(trouble()).toBe('full');
  // Reading goes on while nothing can be saved: it says nothing of saves.
  noteTrouble(200, 'GET');
  noteTrouble(200);
  expect(trouble()).toBe('full');
  noteTrouble(409, 'PUT');
  expect(trouble()).toBe('full');
  noteTrouble(200, 'PUT');
  expect(trouble()).toBeNull();
  noteTrouble(503, 'POST');
  expect(trouble()).toBe('away');
  noteTrouble(204, 'DELETE');
  expect(trouble()).toBeNull();
  // One answer of 503 to a question is no trouble with saving.
  noteTrouble(503, 'GET');
  expect(trouble()).toBeNull();
});
