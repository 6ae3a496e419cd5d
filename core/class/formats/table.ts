import * as v from 'valibot';
import { addOn } from './add-on.ts';
import { amrap } from './amrap.ts';
import { beats } from './beats.ts';
import { circuit } from './circuit.ts';
import { demo } from './demo.ts';
import { emom } from './emom.ts';
import { holds } from './holds.ts';
import { ladder } from './ladder.ts';
import type { FormatModule } from './module.ts';
import { open } from './open.ts';
import { reps } from './reps.ts';
import { tabata } from './tabata.ts';
import { windows } from './windows.ts';

/** Every format, in the order they are offered. A new one is a module and a line here. */
export const FORMATS = { circuit, tabata, emom, windows, addOn, ladder, reps, beats, holds, amrap, open, demo };

type Modules = typeof FORMATS;
export type FormatKind = keyof Modules;
export type FormatOf<K extends FormatKind> = K extends FormatKind
  ? Modules[K] extends FormatModule<infer F>
    ? F
    : never
  : never;
export type Format = { [K in FormatKind]: FormatOf<K> }[FormatKind];

export const FORMAT_KINDS = Object.keys(FORMATS) as FormatKind[];

/** The module of a format, for what asks without knowing which it is. */
export const moduleOf = (format: Pick<Format, 'kind'>) =>
  // The table pairs each kind with its own module; the compiler cannot see the pairing through the lookup.
  FORMATS[format.kind] as unknown as FormatModule<Format>;

/** The settings of a block, whatever its format. */
export const FormatSchema = v.variant(
  'kind',
  // The schemas are told apart by their `kind` when they run; their types are told by the table.
  FORMAT_KINDS.map((kind) => FORMATS[kind].schema) as never[],
) as unknown as v.GenericSchema<Format>;
