import type { Plan } from '../../../core/class/index.ts';
import type { WaitingEntry } from '../../../core/wire/index.ts';

/** "Marl: 12 at Box step-up, round 1, from a phone of Heron". */
export function waitingWords({ name, command }: WaitingEntry, plan: Plan): string {
  const from = command.squad === null ? 'from a phone' : `from a phone of ${command.squad}`;
  if (command.type === 'felt') return `${name}: ${command.effort} of 10 for the whole class, ${from}`;
  const station = plan.blocks.flatMap((b) => b.stations).find((s) => s.id === command.stationId);
  const parts = [
    `${name}: ${command.count ?? '\u2013'}${station ? ` at ${station.move}` : ''}`,
    ...(command.side ? [command.side] : []),
    ...(command.round === null ? [] : [`round ${command.round}`]),
    from,
  ];
  return parts.join(', ');
}
