import * as backups from './backups.ts';
import * as calendar from './calendar.ts';
import * as exporting from './exports.ts';
import * as files from './files.ts';
import * as library from './library.ts';
import * as live from './live.ts';
import * as music from './music.ts';
import * as plans from './plans.ts';
import * as records from './records.ts';
import * as runs from './runs.ts';
import * as speech from './speech.ts';

export type { Keeping, SignedIn } from './backups.ts';
export {
  type Fault,
  type Page,
  ProblemSchema,
} from './documents.ts';
export type { AnswerOf, BodyOf, Endpoint, GivenFor, PathNames, QueryOf } from './endpoint.ts';
export { type CardCodes, type Handout, PAPER_SIZES, PAPERS, type PaperKind } from './exports.ts';
export type { Habits } from './library.ts';
export { type PulseOnWall, PulseOnWallSchema, STREAM_MESSAGES } from './live.ts';
export { MOST_TRACK_BYTES, type TrackInfo, TrackInfoSchema } from './music.ts';
export { planFrom } from './plan-document.ts';
export { ConflictSchema, type StoredPlan, type StoredVersion } from './plans.ts';
export type { CountedMove, Erased, PastRun, Person, Session, Trace, TrendPoint } from './records.ts';
export type { GoingRun, RunSums, StoredRun, WaitingEntry } from './runs.ts';
export { backups, calendar, exporting, files, library, live, music, plans, records, runs, speech };
