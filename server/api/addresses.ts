import { Router } from 'express';
import { backups } from '../../core/wire/index.ts';
import { type BorderOptions, reachableAt } from './border.ts';
import { route } from './route.ts';

/** By what addresses the server is reached, at the port that the asking came in at. */
export function addressesApi(borders: Pick<BorderOptions, 'publicUrl' | 'onNetwork'>): Router {
  const api = Router();
  route(api, backups.getAddresses, ({ req }) => reachableAt(borders, req.socket.localPort ?? 0));
  return api;
}
