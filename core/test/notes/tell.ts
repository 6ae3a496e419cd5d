import { type Block, bodyWords, measureWords, type Plan, type Station, weightsWords } from '../../class/index.ts';
import { totals } from '../../time/index.ts';

/** A class in a few lines, as the marked notes say it: its total, its head, its blocks. */
export function tell(plan: Plan): string {
  const sums = totals(plan);
  const { start, lengthMs } = plan.slot;
  const head = [
    ...(plan.title === 'Class' ? [] : [`title ${plan.title}`]),
    ...(start ? [start] : []),
    ...(lengthMs ? [`${lengthMs / 60_000} min`] : []),
    ...(plan.heads ? [`${plan.heads} people`] : []),
    ...(plan.level === 'mixed' ? [] : [plan.level]),
    ...bodyWords(plan.body ?? {}),
  ];
  return [
    `${sums.about ? '~' : ''}${clock(sums.totalMs)}`,
    ...(head.length > 0 ? [`head: ${head.join('; ')}`] : []),
    ...plan.blocks.flatMap((b) => [blockWords(b), ...(b.breakAfter.ms > 0 ? [`break ${clock(b.breakAfter.ms)}`] : [])]),
  ].join('\n');
}

const clock = (ms: number) => `${Math.floor(ms / 60_000)}:${String(Math.round((ms % 60_000) / 1000)).padStart(2, '0')}`;
const s = (ms: number) => String(ms / 1000);
const ROLES: Record<Block['role'], string> = {
  warmUp: 'warm-up ',
  main: '',
  finisher: 'finisher ',
  coolDown: 'cool-down ',
  other: '',
};

function blockWords(block: Block): string {
  const stations = block.stations.map(stationWords).join('; ');
  return `${ROLES[block.role]}${formatWords(block)}${block.use === 'stations' ? ' at stations' : ''}${bodyWords(
    block.body ?? {},
  )
    .map((words) => ` [${words}]`)
    .join('')}${stations === '' ? '' : `: ${stations}`}`;
}

function formatWords({ format: f, stations }: Block): string {
  switch (f.kind) {
    case 'circuit': {
      const own =
        stations.length > 0 &&
        stations.every((x) => x.workMs !== undefined) &&
        stations[0]?.workMs !== undefined &&
        new Set(stations.map((x) => x.workMs)).size === 1;
      const work = f.workByRoundMs?.map(s).join('-') ?? s(own ? (stations[0]?.workMs ?? 0) : f.workMs);
      const rest = f.restByRoundMs?.map(s).join('-') ?? s(f.restMs);
      const groups = f.groupSize === null || f.groupSize >= stations.length ? '' : ` in ${f.groupSize}`;
      return `circuit ${work}/${rest} x${f.rounds}${f.roundBreakMs > 0 ? ` between ${clock(f.roundBreakMs)}` : ''}${groups}${f.groupBreakMs > 0 ? ` groups ${clock(f.groupBreakMs)}` : ''}`;
    }
    case 'tabata':
      return `tabata ${s(f.workMs)}/${s(f.restMs)} x${f.rounds} ${f.order === 'goRound' ? 'turns' : 'each'}${f.breakMs > 0 ? ` break ${clock(f.breakMs)}${f.breakMode === 'adds' ? ' adds' : ''}` : ''}`.replace(
        / each$/,
        stations.length > 1 ? ' each' : '',
      );
    case 'emom':
      return `emom ${clock(f.periodMs)} x${f.rounds}`;
    case 'windows':
      return `windows ${f.count} x ${s(f.onMs)}/${s(f.offMs)}`;
    case 'addOn':
      return `add-on ${s(f.workMs)} rest ${s(f.restMs)}${f.reverse ? ' reverse' : ''}${f.order === 'oldestFirst' ? ' oldest' : ''}`;
    case 'ladder':
      return `ladder ${s(f.workMs)} rest ${s(f.restMs)} x${f.rounds}`;
    case 'reps':
      return `reps x${f.rounds} rest ${s(f.restMs)}${f.roundBreakMs > 0 ? ` between ${clock(f.roundBreakMs)}` : ''}`;
    case 'beats':
      return `beats ${f.bpm} x${f.rounds}`;
    case 'holds':
      return `holds ${s(f.holdMs)}/${s(f.changeMs)}`;
    case 'amrap':
      return `${f.forTime ? 'fortime' : 'amrap'} ${clock(f.capMs)}`;
    case 'open':
      return `open ${clock(f.lengthMs)}`;
    case 'demo':
      return `demo ${s(f.perStationMs)}`;
  }
}

function stationWords(x: Station, k: number, all: readonly Station[]): string {
  const same = all.every((y) => y.workMs === x.workMs);
  const { sides } = x;
  const said = [
    ...(x.reps ? [`${x.reps.count}${x.reps.per === 'side' ? ' a side' : ''}`] : []),
    ...(x.measure ? [measureWords(x.measure)] : []),
    ...(sides.mode === 'none'
      ? []
      : sides.mode === 'chain'
        ? [`chain ${sides.first}${sides.breakMs ? ` ${clock(sides.breakMs)}` : ''}`]
        : sides.mode === 'one'
          ? [sides.side]
          : sides.mode === 'byRound'
            ? ['by round']
            : [sides.mode]),
    ...(x.workMs !== undefined && !same ? [`${s(x.workMs)}s`] : []),
    ...(x.restMs !== undefined ? [`rest ${s(x.restMs)}`] : []),
    ...(x.layers ?? []).map((l) => `${l.name} ${l.counts}`),
    ...weightOf(x),
    ...(x.kit?.length === 0 ? ['no kit'] : []),
    ...(x.easier ?? []).map((w) => `easier ${w}`),
    ...(x.harder ?? []).map((w) => `harder ${w}`),
    ...(x.phases ?? []).map((p) => (p.when === 'last' ? `last ${s(p.ms)} ${p.say}` : p.say)),
    ...(x.position ? [`on ${x.position}`] : []),
    ...(x.restAs ? [`then ${x.restAs.toLowerCase()}`] : []),
  ];
  void k;
  return `${x.move}${said.length > 0 ? ` (${said.join(', ')})` : ''}`;
}

function weightOf(x: Station): string[] {
  const words = weightsWords({
    lightKg: x.lightKg,
    weightKg: x.weightKg,
    ...(x.lightKg === undefined ? {} : { heavyKg: x.heavyKg }),
  })
    .replaceAll(' / ', '/')
    .replace(' ', '');
  const heavy =
    x.lightKg === undefined && x.heavyKg !== undefined ? weightsWords({ weightKg: x.heavyKg }).replace(' ', '') : '';
  return [words, heavy && `heavy ${heavy}`].filter(Boolean);
}
