import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { api, isOwnMachine, OneOf, useLoaded, useOrigins } from '../../base/index.ts';

type Codes = Awaited<ReturnType<typeof api.codes>>;

const SCREENS: { name: string; kind: keyof Codes; path: string; note: string }[] = [
  { name: 'Wall', kind: 'watch', path: 'wall', note: 'for everyone to see' },
  { name: 'Over a picture', kind: 'watch', path: 'camera', note: 'for a video program' },
  { name: 'Station pages', kind: 'watch', path: 'station', note: 'a phone at each station' },
  { name: 'Squad pages', kind: 'squad', path: 'squad', note: 'where next, and their reps' },
  { name: 'Remote', kind: 'remote', path: 'remote', note: 'yours alone: it commands the run' },
];

/** The codes of a run and the addresses at which screens and phones join it, to be scanned or typed. */
export function ScreensToJoin({ runId }: { runId: string }) {
  const [codes] = useLoaded(['codes', runId], () => api.codes(runId));
  const { origins, known } = useOrigins();
  const [chosen, setChosen] = useState<string | null>(null);
  if (codes.state === 'loading') return <p className="text-lead">Fetching the codes…</p>;
  if (codes.state === 'failed')
    return (
      <p className="text-lead">
        The server is out of reach, or does not know this run yet: screens join when it is back.
      </p>
    );
  const here = window.location.origin;
  const origin = chosen ?? origins[0] ?? here;
  return (
    <>
      {known.loopbackOnly && isOwnMachine(here) && <OwnMachineOnly machine={known.machine} />}
      {origins.length > 1 && (
        <label className="mb-3 flex flex-wrap items-center gap-2">
          Address for the codes
          <OneOf
            className="!min-h-11 max-w-full"
            of={origins.map((o) => [o, `${o}${isOwnMachine(o) ? ' (this machine alone)' : ''}`])}
            value={origin}
            onPick={setChosen}
          />
        </label>
      )}
      <ul className="grid grid-cols-2 gap-4 lg:grid-cols-5">
        {SCREENS.map((s) => {
          const code = codes.value[s.kind];
          const url = `${origin}/${s.path}/${code}`;
          return (
            <li key={s.name} className="flex min-w-0 flex-col items-start gap-1">
              <span className="digits text-title">{s.name}</span>
              <span className="text-small text-muted">{s.note}</span>
              <a
                href={`/${s.path}/${code}`}
                target="_blank"
                rel="noreferrer"
                aria-label={`${s.name}, code ${code}: open it here`}
                className="bg-[white] p-2"
              >
                <QRCodeSVG value={url} size={112} title={`${s.name}: ${url}`} />
              </a>
              <span className="digits text-head tracking-widest" data-testid={`code-${s.path}`}>
                {code}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-3 break-words text-small text-muted">
        Or open {origin}/join and type a code. Codes end with the run.
      </p>
    </>
  );
}

/** What to do where no phone can reach the server. */
function OwnMachineOnly({ machine }: { machine: readonly string[] }) {
  return (
    <div role="note" className="mb-3 border-l-[3px] border-live pl-3">
      <p className="font-semibold">Only this machine can open these pages: no phone will.</p>
      <p>
        The server listens to its own machine alone. To let phones and screens on the same network in, stop it and start
        it with a passphrase of eight letters or more: <code>HOST=0.0.0.0 PASSPHRASE=… npm start</code>.
        {machine.length > 0 && ` It will then be at ${machine.join(', ')}.`} A window on this machine, on a second
        monitor for one, works as it is.
      </p>
    </div>
  );
}
