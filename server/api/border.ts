import { hostname, networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { illFormedAt, isWellFormed } from '../../core/class/index.ts';
import type { Watch } from './limits.ts';
import { sendProblem } from './problem.ts';

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|localhost|::1|\[::1\])$/;

/** True for an address that only this machine can reach. */
export const isLoopback = (host: string) => LOOPBACK.test(host);

export interface BorderOptions {
  /** Where the server is to be found from outside, when a proxy stands before it. */
  publicUrl: URL | null;
  /** It listens on the network: its own addresses and name are names for it too. */
  onNetwork: boolean;
  watch: Watch;
}

/**
 * Answers only to names that are the server's own. A page elsewhere whose name is made to point here would otherwise be the
 * same origin to a browser.
 */
export function knownHost({ publicUrl, onNetwork, watch }: BorderOptions): RequestHandler {
  return (req, res, next) => {
    const name = nameOf(`http://${req.headers.host ?? ''}`);
    const isOwn = name !== null && (isLoopback(name) || name === publicUrl?.hostname || (onNetwork && isMachine(name)));
    if (isOwn) return next();
    watch('strange host', { from: req.ip, host: String(req.headers.host ?? '').slice(0, 100) });
    sendProblem(res, {
      status: 421,
      title: 'This server does not go by that name; PUBLIC_URL names the address it is reached at',
    });
  };
}

/** Whether a name is this machine's: its host name, or an address of one of its interfaces. */
function isMachine(name: string): boolean {
  const own = hostname().toLowerCase();
  if (name === own || name === `${own}.local`) return true;
  const plain = name.replace(/^\[|\]$/g, '');
  return Object.values(networkInterfaces()).some((list) => list?.some((a) => a.address === plain));
}

/** The machine's addresses on its networks, IPv4 first, those of its own inside left out; IPv6 ones that need a zone too. */
function machineAddresses(): string[] {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  const outer = all.filter((a) => !a.internal && !(a.family === 'IPv6' && a.scopeid !== 0));
  return outer
    .sort((a, b) => Number(a.family === 'IPv6') - Number(b.family === 'IPv6'))
    .map((a) => (a.family === 'IPv6' ? `[${a.address}]` : a.address));
}

/** By what addresses others may reach a server that listens on a port. */
export function reachableAt({ publicUrl, onNetwork }: Pick<BorderOptions, 'publicUrl' | 'onNetwork'>, port: number) {
  const machine = machineAddresses().map((address) => `http://${address}:${port}`);
  const open = publicUrl !== null || onNetwork;
  return {
    origins: [...(publicUrl ? [publicUrl.origin] : []), ...(onNetwork ? machine : [])],
    loopbackOnly: !open,
    machine,
  };
}

function nameOf(url: string): string | null {
  return URL.canParse(url) ? new URL(url).hostname : null;
}

/** What anybody may fetch from anywhere: the calendar's feed, which has a secret of its own in its address. */
const FROM_ANYWHERE = /^\/feeds\//;

/**
 * Nothing is changed or told for a page of another origin, another port of the same machine among them, nor is work done for it: what a browser
 * sends from there says so. Other programs say nothing of it.
 */
export function sameOrigin({ publicUrl, watch }: BorderOptions): RequestHandler {
  return (req, res, next) => {
    const origin = req.get('Origin');
    const site = req.get('Sec-Fetch-Site');
    const isRead = req.method === 'GET' || req.method === 'HEAD';
    const isForeign = site === 'cross-site' || site === 'same-site';
    if (isRead && isForeign && !FROM_ANYWHERE.test(req.path)) {
      watch('strange origin', { from: req.ip, site });
      return sendProblem(res, { status: 403, title: 'This comes from another site' });
    }
    if (isRead || origin === undefined) return next();
    const host = URL.canParse(origin) ? new URL(origin).host : null;
    if (host !== null && (host === req.get('Host') || origin === publicUrl?.origin)) return next();
    watch('strange origin', { from: req.ip, origin: origin.slice(0, 100) });
    sendProblem(res, { status: 403, title: 'This comes from another site' });
  };
}

/** An address that does not decode, or decodes to what no text may have, is nobody's. */
export const soundAddress: RequestHandler = (req, res, next) => {
  let decoded: string | null = null;
  try {
    decoded = decodeURIComponent(req.url);
  } catch {
    // Not even an address.
  }
  if (decoded !== null && isWellFormed(decoded)) next();
  else sendProblem(res, { status: 400, title: 'The request cannot be read' });
};

/** Refuses a body with a broken character in it, and names the place. Comes after the body's parser. */
export const soundBody: RequestHandler = (req, res, next) => {
  const path = Buffer.isBuffer(req.body) ? null : illFormedAt(req.body);
  if (path === null) return next();
  const problems = [{ path, message: 'A character in this text is broken' }];
  sendProblem(res, { status: 400, title: 'The request does not fit', problems });
};
