import { useState } from 'react';
import {
  CUE_LEVELS,
  CUE_NAMES,
  CUES,
  type CueLevel,
  type CueLevels,
  type CueName,
  type Plan,
  updateBlock,
  updateStation,
} from '../../../core/class/index.ts';
import { OneOf, Select, TextField } from '../../base/index.ts';
import { edit } from '../editing/index.ts';

/** Levels for the class, a block or a station; what is not set there is as in the wider one. */
export function Levels({ plan }: { plan: Plan }) {
  const [scope, setScope] = useState('');
  const [blockId = '', stationId = ''] = scope.split('/');
  const block = plan.blocks.find((b) => b.id === blockId);
  const station = block?.stations.find((s) => s.id === stationId);
  const levels: CueLevels = (station ?? block ?? plan).cueLevels ?? {};
  const set = (name: CueName, level: CueLevel | null) => {
    const { [name]: _, ...others } = levels;
    const next = level === null ? others : { ...others, [name]: level };
    const put = <T extends { cueLevels?: CueLevels | undefined }>({ cueLevels: _old, ...rest }: T) =>
      (Object.keys(next).length > 0 ? { ...rest, cueLevels: next } : rest) as T;
    edit((p) =>
      station ? updateStation(p, blockId, stationId, put) : block ? updateBlock(p, blockId, put) : (put(p) as Plan),
    );
  };
  return (
    <section className="mt-4" aria-label="Levels">
      <Select aria-label="Levels for" className="w-full" value={scope} onChange={(e) => setScope(e.target.value)}>
        <option value="">the whole class</option>
        {plan.blocks.map((b) => (
          <optgroup key={b.id} label={b.title}>
            <option value={b.id}>{b.title}, the block</option>
            {b.stations.map((s) => (
              <option key={s.id} value={`${b.id}/${s.id}`}>
                {s.move}
              </option>
            ))}
          </optgroup>
        ))}
      </Select>
      {station && (
        <label className="mt-1 flex items-center gap-2 text-small">
          say it as
          <TextField
            className="min-w-0 flex-1"
            placeholder={station.move}
            maxLength={80}
            value={station.sayAs ?? ''}
            onChange={(e) =>
              edit((p) =>
                updateStation(p, blockId, stationId, ({ sayAs: _, ...s }) =>
                  e.target.value.trim() === '' ? s : { ...s, sayAs: e.target.value },
                ),
              )
            }
          />
        </label>
      )}
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        {CUE_NAMES.map((name) => (
          <label key={name} className="flex items-center gap-1.5 border-b py-1 text-small">
            <span className="flex-1">{CUES[name].title}</span>
            <OneOf
              look="quiet"
              className={levels[name] === undefined ? 'text-muted' : 'font-semibold'}
              of={[[null, scope === '' ? 'usual' : 'as above'], ...CUE_LEVELS.map((l) => [l, l] as const)]}
              value={levels[name] ?? null}
              onPick={(level) => set(name, level)}
            />
          </label>
        ))}
      </div>
    </section>
  );
}
