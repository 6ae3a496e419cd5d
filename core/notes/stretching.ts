import { formatDuration } from '../class/index.ts';
import type { Library } from '../moves/index.ts';
import { clamp, type Made, type Making, most, ownTime } from './making.ts';
import { isOneSidedStretch, stretchNamed } from './muscles.ts';
import type { Named } from './names.ts';
import type { PartDraft } from './parts.ts';
import { stationsOf } from './stations.ts';

export function isStretching({ says, role, moves }: PartDraft, library: Library): boolean {
  if (says.kind === 'holds') return true;
  if (says.rounds !== undefined && says.rounds > 1) return false;
  const stretches = moves.filter(
    (m) => /stretch/i.test(m.name) || library.read(stretchNamed(m.name)).move?.pattern === 'stretch',
  );
  // A walk at the end is no stretch.
  if (role === 'coolDown')
    return stretches.length > 0 || !moves.every((m) => m.known === 'known' && m.move?.pattern === 'locomote');
  return role !== 'warmUp' && stretches.length * 2 > moves.length && stretches.length > 1;
}

export function holdsBlock(draft: PartDraft, making: Making): Made {
  const { says, library, moves } = { ...draft, library: making.library };
  const named: PartDraft = { ...draft, moves: moves.map((m) => ({ ...m, name: stretchNamed(m.name) })) };
  const sided = (m: Named) => isOneSidedStretch(m.name, library);
  const ends = moves.length > 1 && moves.at(-1)?.sides === 'each' && moves.slice(0, -1).every((m) => m.sides === null);
  const others = moves.slice(0, -1).some((m) => sided({ ...m, name: stretchNamed(m.name) }));
  const all =
    ends && others
      ? making.decisions.ask(
          `sides-${making.index}`,
          draft.place,
          'side',
          [
            ['all', 'each side for all of them'],
            ['last', `each side for ${moves.at(-1)?.name} only`],
          ],
          'all',
        )
      : 'last';
  const stations = stationsOf(named, making, (m) => {
    if (m.side) return { mode: 'one', side: m.side };
    const mode = m.sides ?? ((says.sides || all === 'all') && sided(m) ? 'each' : null);
    return mode === 'each' || mode === 'split'
      ? { mode: 'each', first: 'left' }
      : mode === 'alternating'
        ? { mode }
        : null;
  });
  const times = moves.flatMap((m) => ownTime(m) ?? []);
  const visits = stations.reduce((sum, s) => sum + (s.sides.mode === 'each' ? 2 : 1), 0);
  const length = says.bareMs ?? says.totalMs;
  let holdMs = says.workMs ?? most(times);
  let changeMs = says.changeMs ?? says.restMs;
  if (holdMs === undefined && length !== undefined) {
    const perHold = length < 61_000 && visits > 1 && length / visits < 10_000 ? 'each' : 'shared';
    const how = making.decisions.ask(
      `length-${making.index}`,
      draft.place,
      'length',
      [
        ['shared', `${formatDuration(length)}, shared by ${visits} holds`],
        ['each', `${formatDuration(length)} a hold`],
      ],
      perHold,
    );
    if (how === 'each') holdMs = length;
    else {
      const seconds = Math.max(visits, Math.floor(length / 1000 / visits));
      holdMs = seconds * 1000;
      changeMs ??= 0;
      const over = Math.round(length / 1000) - seconds * visits;
      let left = over;
      for (const s of stations) {
        const weight = s.sides.mode === 'each' ? 2 : 1;
        if (left < weight) continue;
        s.workMs = holdMs + 1000;
        left -= weight;
      }
    }
  }
  if (holdMs === undefined) {
    const taken = making.decisions.ask(
      `times-${making.index}`,
      draft.place,
      'work',
      ['20', '25', '30', '40'].map((s) => [s, `${s} s a hold`] as const),
      '25',
    );
    holdMs = Number(taken) * 1000;
  }
  moves.forEach((m, k) => {
    const station = stations[k];
    const own = ownTime(m);
    if (station && own !== undefined && own !== holdMs) station.workMs = own;
  });
  return {
    format: { kind: 'holds', holdMs: clamp(holdMs), changeMs: clamp(changeMs ?? 5000, 0) },
    stations,
  };
}
