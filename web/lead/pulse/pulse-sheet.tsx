import { useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import {
  MAX_FORMULA_NAMES,
  MAX_FORMULAS,
  type Standing,
  strapName,
  USUAL_AGE,
  USUAL_STRAPS,
} from '../../../core/record/index.ts';
import { Button, Checkbox, messageOf, NumberField, OneOf, readAside, TIMERS, usePeople } from '../../base/index.ts';
import { bluetoothSource, hasBluetooth, replaySource, simulatedSource } from './sources.ts';
import { pulse, usePulse, world } from './this-pulse.ts';

const MOST_STRAPS = 40;

/** Heart rates on the desk: what tells them, whose they are, what is shown to whom. */
export function PulseSheet({ plan }: { plan: Plan }) {
  const { source, standings, onDesk, onWall, share, formula } = usePulse();
  return (
    <>
      {source === null ? (
        <ChooseSource heads={plan.heads} />
      ) : (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
          <p className="text-lead">{source}</p>
          <Checkbox checked={onDesk} onChange={(on) => pulse.show({ onDesk: on })}>
            on the desk
          </Checkbox>
          <Checkbox checked={onWall} onChange={(on) => pulse.show({ onWall: on })}>
            zones on the wall
          </Checkbox>
          <label className="flex items-center gap-2">
            come down below
            <NumberField
              label="Share of the highest rate, percent"
              value={Math.round(share * 100)}
              min={40}
              max={95}
              onChange={(n) => pulse.show({ share: n / 100 })}
              className="w-16"
            />
            %
          </label>
          <Button onClick={() => pulse.end()}>End it</Button>
        </div>
      )}
      <label className="mt-2 flex flex-wrap items-center gap-2 text-small">
        Highest rate
        <OneOf
          of={MAX_FORMULA_NAMES.map((f) => [f, MAX_FORMULAS[f].words])}
          value={formula}
          onPick={(formula) => pulse.show({ formula })}
        />
        <span className="text-muted">
          off by {MAX_FORMULAS[formula].spread} beats or more for one in three; without an age that of {USUAL_AGE} is
          taken. A measured one comes before it. Zones from 50, 60, 70, 80 and 90 % (Edwards 1993). No diagnosis, and no
          limit: how somebody feels comes first.
        </span>
      </label>
      {standings.length > 0 && <Straps standings={standings} plan={plan} />}
    </>
  );
}

function ChooseSource({ heads }: { heads: number | null }) {
  const [count, setCount] = useState(Math.min(MOST_STRAPS, heads ?? USUAL_STRAPS.count));
  const [problem, setProblem] = useState<string | null>(null);
  const replay = async (file: File) => {
    const read = await readAside('heartRates', await file.text()).catch((e: unknown) => messageOf(e));
    if (typeof read === 'string') return setProblem(`${file.name} cannot be read: ${read}.`);
    const { samples, problems } = read;
    const [first] = problems;
    const told = first
      ? ` ${problems.length} rows were left out: row ${first.row + 2}, ${first.column}: ${first.message}.`
      : '';
    if (samples.length === 0) {
      setProblem(`Nothing in ${file.name} is a heart rate.${told}`);
      return;
    }
    setProblem(told === '' ? null : told.trim());
    pulse.hear(replaySource(file.name, samples, world));
  };
  const strap = async () => {
    try {
      pulse.hear(await bluetoothSource(world.now, TIMERS));
    } catch (e) {
      setProblem(`No strap: ${messageOf(e)}.`);
    }
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <span className="flex items-center gap-2">
          <NumberField
            label="How many simulated straps"
            value={count}
            min={1}
            max={MOST_STRAPS}
            onChange={setCount}
            className="w-16"
          />
          <Button onClick={() => pulse.hear(simulatedSource({ ...USUAL_STRAPS, count }, world))}>
            Simulated straps
          </Button>
        </span>
        <label className="flex items-center gap-2">
          a file of rates
          <input
            type="file"
            accept=".csv,.tsv,text/csv"
            aria-label="File of heart rates"
            onChange={(e) => {
              const [file] = e.target.files ?? [];
              e.target.value = '';
              if (file) void replay(file);
            }}
          />
        </label>
        <Button disabled={!hasBluetooth()} onClick={() => void strap()}>
          A strap by Bluetooth
        </Button>
        {!hasBluetooth() && <span className="text-small text-muted">This browser hears no straps.</span>}
      </div>
      {problem && (
        <p role="status" className="mt-1 text-live">
          {problem}
        </p>
      )}
    </>
  );
}

const STATE_WORDS: Record<Standing['state'], string> = {
  ok: '',
  silent: 'out of touch',
  stuck: 'sticks: not believed',
};

function Straps({ standings, plan }: { standings: readonly Standing[]; plan: Plan }) {
  const [people] = usePeople();
  const known = people.state === 'ready' ? people.value : [];
  const give = (strap: string, value: string) => {
    const person = known.find((p) => `p ${p.id}` === value);
    const squad = (plan.squads ?? []).find((s) => `s ${s}` === value);
    // Another wearer has said nothing yet.
    pulse.wear(strap, { person: person?.id, squad, name: person?.name ?? squad ?? strapName(strap), onWall: false });
  };
  return (
    <div className="mt-3 overflow-x-auto">
      <table className="w-full text-small">
        <thead>
          <tr className="border-b text-left text-muted">
            <th className="font-normal">Strap</th>
            <th className="font-normal">Worn by</th>
            <th className="font-normal">Age</th>
            <th className="font-normal">Own highest</th>
            <th className="font-normal">Now</th>
            <th className="font-normal">By name on the wall</th>
          </tr>
        </thead>
        <tbody>
          {standings.map(({ wearer: w, bpm, zone, state }) => (
            <tr key={w.strap} className="border-b">
              <td className="digits py-1">{w.strap}</td>
              <td>
                <OneOf
                  look="quiet"
                  aria-label={`Strap ${w.strap} is worn by`}
                  of={[
                    ['', 'nobody named'],
                    ...(plan.squads ?? []).map((s) => [`s ${s}`, `squad ${s}`] as const),
                    ...known.map((p) => [`p ${p.id}`, p.name] as const),
                  ]}
                  value={w.person ? `p ${w.person}` : w.squad ? `s ${w.squad}` : ''}
                  onPick={(who) => give(w.strap, who)}
                />
              </td>
              <td>
                <OwnNumber
                  label={`Age of who wears ${w.strap}`}
                  value={w.age}
                  min={10}
                  max={99}
                  onChange={(age) => pulse.wear(w.strap, { age })}
                />
              </td>
              <td>
                <OwnNumber
                  label={`Highest rate of who wears ${w.strap}`}
                  value={w.ownMax}
                  min={120}
                  max={230}
                  onChange={(ownMax) => pulse.wear(w.strap, { ownMax })}
                />
              </td>
              <td className="digits whitespace-nowrap">
                {bpm === null ? STATE_WORDS[state] : `${Math.round(bpm)}, zone ${zone}`}
              </td>
              <td>
                <Checkbox checked={w.onWall} onChange={(on) => pulse.wear(w.strap, { onWall: on })}>
                  they said yes
                </Checkbox>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** A number that may be left out. */
function OwnNumber({
  label,
  value,
  min,
  max,
  onChange,
}: {
  label: string;
  value: number | undefined;
  min: number;
  max: number;
  onChange: (n: number | undefined) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const n = Number(text);
  const bad = text !== '' && !(Number.isInteger(n) && n >= min && n <= max);
  return (
    <input
      aria-label={label}
      aria-invalid={bad}
      inputMode="numeric"
      className={`digits h-9 w-16 rounded-md border bg-card px-2 ${bad ? 'border-live' : 'border-line-strong'}`}
      value={text}
      onChange={(e) => {
        setText(e.target.value);
        const next = Number(e.target.value);
        if (e.target.value === '') onChange(undefined);
        else if (Number.isInteger(next) && next >= min && next <= max) onChange(next);
      }}
    />
  );
}
