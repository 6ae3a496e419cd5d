import { type Block, keyOfRole, settingOf } from '../../class/index.ts';
import { compile } from '../../time/index.ts';
import { type FitKnob, knobsOf, valuesOf, withValues } from './fit.ts';

/** The cost of one more of something: how it changes the length of the class. */
export interface Cost {
  knob: FitKnob;
  /** ms; negative where it makes the class shorter. */
  costMs: number;
  /** There is no such break yet, and it takes the place of the rest that runs now. */
  replacesRest: boolean;
}

/** The costs of one more station, one more round, and 5 s more of each time. */
export function costOfOneMore(block: Block): Cost[] {
  const now = valuesOf(block);
  const before = compile({ blocks: [block] }).totalMs;
  const mode = keyOfRole(block.format, 'breakMode');
  const replaces = mode === null || settingOf(block.format, mode) === 'replaces';
  return knobsOf(block).map((knob) => {
    const last = block.stations.at(-1);
    const changed =
      knob === 'stations' && last
        ? { ...block, stations: [...block.stations, { ...last, id: `${last.id}+`, cells: [] }] }
        : withValues(block, { ...now, [knob]: now[knob] + (knob === 'rounds' ? 1 : 5000) });
    const replacesRest = knob === 'roundBreakMs' && now.roundBreakMs === 0 && now.restMs > 0 && replaces;
    return { knob, costMs: compile({ blocks: [changed] }).totalMs - before, replacesRest };
  });
}
