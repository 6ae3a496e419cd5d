import { QRCodeSVG } from 'qrcode.react';
import { useEffect, useState } from 'react';
import { api } from '../data/index.ts';
import { DeskSheet } from './desk-sheet.tsx';

type Codes = Awaited<ReturnType<typeof api.codes>>;

const SCREENS: { name: string; kind: keyof Codes; path: string; note: string }[] = [
  { name: 'Wall', kind: 'watch', path: 'wall', note: 'for everyone to see' },
  { name: 'Station pages', kind: 'watch', path: 'station', note: 'a phone at each station' },
  { name: 'Squad pages', kind: 'squad', path: 'squad', note: 'where next, and their reps' },
  { name: 'Remote', kind: 'remote', path: 'remote', note: 'yours alone: it commands the run' },
];

/** The codes of the run and where they lead, to be scanned or typed. */
export function ShareSheet({ runId, onClose }: { runId: string; onClose: () => void }) {
  const [codes, setCodes] = useState<Codes | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    api.codes(runId).then(setCodes, () => setFailed(true));
  }, [runId]);
  const origin = window.location.origin;
  return (
    <DeskSheet title="Screens that follow" onClose={onClose}>
      {failed && (
        <p className="text-lead">
          The server does not know this run yet. Start it, or try again when the server is back.
        </p>
      )}
      <ul className="grid gap-4 md:grid-cols-4">
        {codes &&
          SCREENS.map((s) => {
            const url = `${origin}/${s.path}/${codes[s.kind]}`;
            return (
              <li key={s.name} className="flex flex-col items-start gap-1">
                <span className="digits text-title">{s.name}</span>
                <span className="text-small text-muted">{s.note}</span>
                <a
                  href={url}
                  target="_blank"
                  rel="noreferrer"
                  aria-label={`${s.name}, code ${codes[s.kind]}`}
                  className="bg-[white] p-2"
                >
                  <QRCodeSVG value={url} size={120} />
                </a>
                <span className="digits text-head tracking-widest" data-testid={`code-${s.path}`}>
                  {codes[s.kind]}
                </span>
              </li>
            );
          })}
      </ul>
      {codes && (
        <p className="mt-3 text-small text-muted">Or open {origin}/join and type a code. Codes end with the run.</p>
      )}
    </DeskSheet>
  );
}
