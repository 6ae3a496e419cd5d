import { useState } from 'react';
import { type Block, bodyOf, moduleOf, type Plan, roundsOf, type Station } from '../../../core/class/index.ts';
import {
  alternativesTo,
  atHand,
  lowImpactTwin,
  type Move,
  putMove,
  readAt,
  resolveStation,
  someOf,
  swapStation,
} from '../../../core/moves/index.ts';
import { AREA_TEXTURES, AreaMark, Button, OneOf, Select, toast, useLibrary } from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';
import { BasisNote } from './basis-note.tsx';

interface Props {
  plan: Plan;
  /** The station asked about, or null. */
  stationId: string | null;
  onStation: (id: string | null) => void;
}

/** The best moves to put in a station's place, for all rounds or one; and a low-impact level for the whole class. */
export function SwapPanel({ plan, stationId, onStation }: Props) {
  const block = plan.blocks.find((b) => b.stations.some((s) => s.id === stationId));
  const station = block?.stations.find((s) => s.id === stationId);
  return (
    <>
      <label className="block text-small text-muted">
        Station
        <Select className="w-full" value={stationId ?? ''} onChange={(e) => onStation(e.target.value || null)}>
          <option value="">choose one</option>
          {plan.blocks
            .filter((b) => b.stations.length > 0)
            .map((b) => (
              <optgroup key={b.id} label={b.title}>
                {b.stations.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.move}
                  </option>
                ))}
              </optgroup>
            ))}
        </Select>
      </label>
      {block && station && <Alternatives plan={plan} block={block} station={station} />}
      <TwoLevels plan={plan} />
    </>
  );
}

/** What could stand in a station's place, the best first. */
function Alternatives({ plan, block, station }: { plan: Plan; block: Block; station: Station }) {
  const { library, kit } = useLibrary();
  const [round, setRound] = useState<number | null>(null);
  const rounds = moduleOf(block.format).traits.complex ? 1 : (roundsOf(block.format) ?? 1);
  const body = bodyOf(plan, block);
  const { kind, move } = readAt(library, resolveStation(station, library, body));
  const found = move
    ? alternativesTo(library, move, {
        used: plan.blocks.flatMap((b) => b.stations.map((s) => s.move)),
        kit: atHand(kit),
        limit: 8,
        sure: kind === 'known',
        audience: plan.audience ?? [],
        level: plan.level,
        body,
      })
    : [];
  const swap = (other: Move) => {
    const { gone } = putMove(station, other.name, library);
    const went = round === null && gone.length > 0 ? ` With it went its ${gone.join(', ')}.` : '';
    edit((p) => swapStation(p, block.id, station.id, other, round, library));
    toast.undoable(`${other.name} for ${station.move}${round === null ? '' : ` in round ${round}`}.${went}`, undo);
  };
  return (
    <>
      {rounds > 1 && (
        <label className="mt-2 flex items-center gap-2 text-small">
          for
          <OneOf
            aria-label="For which rounds"
            of={[
              [null, 'all rounds'],
              ...Array.from({ length: rounds }, (_, k) => [k + 1, `round ${k + 1} only`] as const),
            ]}
            value={round}
            onPick={setRound}
          />
        </label>
      )}
      <ul className="mt-2 border-t" aria-label={`In place of ${station.move}`}>
        {found.map((a) => (
          <li key={a.move.name} className="flex items-center gap-2 border-b py-1.5">
            <AreaMark area={a.move.area} />
            <span className="min-w-0 flex-1">
              <span className="block truncate font-semibold">{a.move.name}</span>
              <span className="block text-fine text-muted">{a.reasons.join(', ')}</span>
            </span>
            <button
              type="button"
              className="min-h-9 rounded-md border border-line-strong px-2.5 text-small hover:border-ink"
              aria-label={`Put ${a.move.name} in place of ${station.move}`}
              onClick={() => swap(a.move)}
            >
              Swap
            </button>
          </li>
        ))}
      </ul>
      {kind !== 'known' && <BasisNote of={[{ ...block, stations: [station] }]} />}
      {move && found.length === 0 && <p className="mt-2">The library has nothing near it.</p>}
      {!move && <p className="mt-2">What it is is not known, so nothing can be said to be like it.</p>}
      {AREA_TEXTURES}
    </>
  );
}

function TwoLevels({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const twin = () => {
    const { added, without, notKnown } = lowImpactTwin(plan, library);
    edit((p) => lowImpactTwin(p, library).plan);
    const none = [
      ...(without.length > 0 ? [` None known for ${someOf(without)}.`] : []),
      ...(notKnown.length > 0 ? [` Not known whether ${someOf(notKnown)} land.`] : []),
    ].join('');
    const done = `${added} ${added === 1 ? 'station has' : 'stations have'} a low-impact level beside ${added === 1 ? 'it' : 'them'}.`;
    const nothing =
      notKnown.length > 0 ? 'No move known here has impact and no low way yet.' : 'No move here has impact.';
    toast.undoable(`${added === 0 ? nothing : done}${none}`, undo);
  };
  return (
    <section className="mt-6 border-t pt-3">
      <h3 className="font-semibold">Two levels</h3>
      <p className="text-small text-muted">
        A low-impact move beside every move with impact; both are shown side by side while you lead.
      </p>
      <Button className="mt-2" onClick={twin}>
        Add a low-impact level
      </Button>
    </section>
  );
}
