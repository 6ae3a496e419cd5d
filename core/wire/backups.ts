import * as v from 'valibot';
import { text } from '../class/index.ts';
import { time } from './documents.ts';
import { endpoint } from './endpoint.ts';

export const getHealth = endpoint('GET /health', {
  says: 'Whether the server and its database answer, the server\u2019s time in ms since 1970, and its memory',
  answer: v.object({
    ok: v.literal(true),
    nowMs: v.number(),
    /** That time goes on while the server's machine sleeps. */
    runsInSleep: v.optional(v.boolean(), false),
    memoryMiB: v.number(),
  }),
  open: true,
});

export const getAddresses = endpoint('GET /addresses', {
  says: 'By what addresses phones and screens may reach this server',
  answer: v.object({
    /** As a browser shows them, the likeliest first, `http://192.168.1.20:4310`; none where it listens to its own machine alone. */
    origins: v.array(v.string()),
    /** It listens to its own machine alone. */
    loopbackOnly: v.boolean(),
    /** Addresses of the machine itself, at which it would be reached if it listened to the network. */
    machine: v.array(v.string()),
  }),
});

export const getDescription = endpoint('GET /openapi.json', {
  says: 'This description, as OpenAPI 3.1',
  answer: { media: 'application/json' },
  open: true,
});

const OPEN = v.object({
  /** Whether this browser is let in. */
  open: v.boolean(),
  /** Whether there is a passphrase at all. */
  gated: v.boolean(),
});

export const getSession = endpoint('GET /session', {
  says: 'Whether this browser is let in',
  answer: OPEN,
  open: true,
});

export const signIn = endpoint('POST /session', {
  says: 'Says the passphrase; the answer sets a cookie that lets this browser in',
  body: v.strictObject({ passphrase: text(200) }),
  answer: OPEN,
  problems: [400, 401, 429],
  open: true,
});

export const signOut = endpoint('DELETE /session', {
  says: 'Leaves',
  answer: null,
  open: true,
});

const SessionSchema = v.object({
  id: v.string(),
  agent: v.string(),
  address: v.string(),
  madeAt: time,
  seenAt: time,
  mine: v.boolean(),
});
export type SignedIn = v.InferOutput<typeof SessionSchema>;

export const listSessions = endpoint('GET /sessions', {
  says: 'Who is let in, the last seen first',
  answer: v.array(SessionSchema),
});

export const endSession = endpoint('DELETE /sessions/{id}', {
  says: 'Ends somebody\u2019s stay',
  answer: null,
  problems: [404],
});

const KeepingSchema = v.object({
  kept: v.array(v.object({ file: v.string(), bytes: v.number(), madeAt: time })),
  folder: v.string(),
  freeBytes: v.nullable(v.number()),
  diskFull: v.boolean(),
  database: v.picklist(['embedded', 'postgres']),
  /** Whether saves were seen to reach the disk. */
  durable: v.boolean(),
  /** Since when the other servers on the same database are not heard; null while they are, or there are none. */
  deafSince: v.optional(v.nullable(v.string()), null),
});
export type Keeping = v.InferOutput<typeof KeepingSchema>;

export const getKeeping = endpoint('GET /backup', {
  says: 'The backups that are kept, and the room for more',
  answer: KeepingSchema,
});

export const makeBackup = endpoint('POST /backup', {
  says: 'Makes a backup and keeps it',
  status: 201,
  answer: v.object({ file: v.string() }),
  problems: [409, 507],
});

export const getBackupNow = endpoint('GET /backup/now', {
  says: 'A backup of now, to be kept elsewhere',
  answer: { media: 'application/zip' },
  problems: [409],
});

export const checkData = endpoint('GET /backup/check', {
  says: 'Reads everything there is, and names what cannot be read',
  answer: v.object({ rows: v.record(v.string(), v.number()), faults: v.array(v.string()) }),
  problems: [409],
});

export const getBackup = endpoint('GET /backup/kept/{file}', {
  says: 'A backup that is kept',
  answer: { media: 'application/zip' },
  problems: [404],
});

const RestoredSchema = v.object({
  /** Rows by table. */
  restored: v.record(v.string(), v.number()),
  /** The backup of what was there before. */
  before: v.string(),
});

export const restoreKept = endpoint('POST /backup/restore/{file}', {
  says: 'Puts a kept backup in the place of all there is; what there was is kept first',
  answer: RestoredSchema,
  problems: [404, 409, 422, 507],
});

export const restoreFile = endpoint('POST /backup/restore', {
  says: 'The same with a backup from elsewhere, which is the body itself',
  body: { media: 'application/zip' },
  answer: RestoredSchema,
  problems: [409, 413, 415, 422, 507],
});
