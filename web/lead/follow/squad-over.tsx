import { useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { EffortButtons } from '../../base/index.ts';
import { askDesk } from './follow-store.ts';
import { useOwnName, WhoseReps } from './whose-reps.tsx';

interface Props {
  code: string;
  plan: Plan;
  squad: string | null;
  /** It came to its end; else it was broken off. */
  finished: boolean;
}

/** The class is over: how hard was it for the squad, or for whoever holds the phone? Should its end be taken back, the page comes back. */
export function SquadOver({ code, plan, squad, finished }: Props) {
  const [own, setOwn] = useOwnName();
  const [said, setSaid] = useState('');
  const [chosen, setChosen] = useState<number | null>(null);
  const tell = async (effort: number) => {
    setChosen(effort);
    try {
      const name = own.trim();
      await askDesk(code, { type: 'felt', squad, effort, ...(name === '' ? {} : { personName: name }) });
      setSaid(`${effort} of 10 is written down for ${name === '' ? squad : name}.`);
    } catch (e) {
      setChosen(null);
      setSaid(`Not written down: ${e instanceof Error ? e.message.toLowerCase() : 'something failed'}.`);
    }
  };
  return (
    <main data-status="over" className="flex min-h-dvh flex-col justify-center gap-3 px-5 py-6">
      <title>{`${plan.title} · Odd Round`}</title>
      <h1 className="digits text-[min(19vw,76px)] leading-none">{finished ? 'Finished' : 'Ended'}</h1>
      <p className="break-words text-title">{plan.title} is over.</p>
      {squad !== null && (
        <fieldset className="mt-2 min-w-0">
          <legend className="mb-2 text-title font-semibold">How hard was it, as a whole?</legend>
          <EffortButtons
            chosen={chosen}
            className="grid grid-cols-4 gap-2 sm:grid-cols-6"
            onChoose={(n) => void tell(n)}
          />
          <p role="status" className="min-h-6 text-lead">
            {said}
          </p>
          <WhoseReps squad={squad} name={own} onName={setOwn} />
        </fieldset>
      )}
      <p className="text-lead">
        <a href="/join" className="underline">
          Follow another class
        </a>
      </p>
    </main>
  );
}
