import { useState } from 'react';
import { bodyOf, type Plan, type Station, waysOf } from '../../../core/class/index.ts';
import { alternativesTo, readAt, resolveSwap } from '../../../core/moves/index.ts';
import type { RunCommand } from '../../../core/time/index.ts';
import { Form, useLibrary } from '../../base/index.ts';
import { Target } from '../stage/index.ts';

export type AnyMove = Extract<RunCommand, { type: 'swap' }>['to'];

const MOST = 8;

/** Another move: what the station itself offers, the nearest of the library, or any words that are typed. */
export function MoveChoice({
  plan,
  station,
  onChoose,
}: {
  plan: Plan;
  station: Station | null;
  onChoose: (to: AnyMove) => void;
}) {
  const library = useLibrary((s) => s.library);
  const [typed, setTyped] = useState('');
  const reading = station && readAt(library, station);
  const own = station ? waysOf(station).flatMap((way) => (way.level === 'base' ? [] : [way.name])) : [];
  const used = plan.blocks.flatMap((b) => b.stations.map((s) => s.move));
  const { audience = [], level } = plan;
  const block = plan.blocks.find((b) => b.stations.some((s) => s.id === station?.id));
  const body = block ? bodyOf(plan, block) : {};
  const given = { used, kit: null, limit: MOST, sure: reading?.kind === 'known', audience, level, body };
  const near = reading?.move ? alternativesTo(library, reading.move, given).map((a) => a.move.name) : [];
  const names = [...new Set([...own, ...near])].slice(0, MOST);
  const choose = (name: string) => {
    onChoose(resolveSwap({ move: name }, library, body));
  };
  return (
    <>
      <Form className="mb-2 flex gap-2" onSubmit={() => typed.trim() !== '' && choose(typed.trim())}>
        <input
          aria-label="Another move, in any words"
          placeholder="any move, in your words"
          maxLength={80}
          className="h-16 min-w-0 flex-1 rounded-md border-2 border-line-strong bg-paper px-3 text-title"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <Target small name="Take it" hint="" disabled={typed.trim() === ''} onClick={() => choose(typed.trim())} />
      </Form>
      <div className="grid gap-2 md:grid-cols-2">
        {names.map((name) => (
          <Target key={name} small name={name} hint="" onClick={() => choose(name)} />
        ))}
        {names.length === 0 && station && (
          <p className="text-lead">
            {reading?.move
              ? 'Neither the station nor the library has another move.'
              : `What ${station.move} is is not known, so nothing is known to be like it.`}
          </p>
        )}
      </div>
    </>
  );
}
