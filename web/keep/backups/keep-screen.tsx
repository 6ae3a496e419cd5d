import { formatDistanceToNow } from 'date-fns';
import { Download, HardDriveDownload, RotateCcw, ShieldCheck, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { backups, type Keeping } from '../../../core/wire/index.ts';
import { addressOf, ask, Button, clockAt, Dialog, messageOf, useLoaded, WhenLoaded } from '../../base/index.ts';
import { SignedInList } from './signed-in-list.tsx';
import { backupWords, sizeWords, sumWords } from './words.ts';

/** A backup of a large database, and its restore, take their time. */
const PATIENCE_MS = 600_000;

/** Where the club's data is, its backups, and who may see it. */
export function KeepScreen() {
  const [loaded, reload] = useLoaded(['keeping'], () => ask(backups.getKeeping, {}));
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <title>Keeping · Odd Round</title>
      <h1 className="digits mb-4 text-big">Keeping</h1>
      <div className="grid gap-10 lg:grid-cols-[3fr_2fr]">
        <WhenLoaded loaded={loaded} reload={reload}>
          {(keeping) => <Backups keeping={keeping} reload={reload} />}
        </WhenLoaded>
        <SignedInList />
      </div>
    </main>
  );
}

type Busy = 'make' | 'check' | 'restore' | null;
type Restore = () => Promise<{ restored: Record<string, number>; before: string }>;

/** What is done with the data, one thing at a time, and what became of it. */
function useBackups(reload: () => void) {
  const [busy, setBusy] = useState<Busy>(null);
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const during = async (what: Busy, work: () => Promise<string>) => {
    setBusy(what);
    setSaid(null);
    try {
      setSaid({ text: await work(), bad: false });
    } catch (e) {
      setSaid({ text: `${messageOf(e)}.`, bad: true });
    }
    setBusy(null);
    reload();
  };
  const make = () =>
    during('make', async () => `Made: ${(await ask(backups.makeBackup, { patienceMs: PATIENCE_MS })).file}.`);
  const check = () =>
    during('check', async () => {
      const { rows, faults } = await ask(backups.checkData, { patienceMs: PATIENCE_MS });
      if (faults.length > 0) throw new Error(faults.join('; '));
      return `Every row can be read: ${sumWords(rows)}.`;
    });
  const restore = (work: Restore) =>
    during('restore', async () => {
      const { restored, before } = await work();
      return `Restored: ${sumWords(restored)}. What was here before is kept as ${before}.`;
    });
  return { busy, said, make, check, restore };
}

function Backups({ keeping, reload }: { keeping: Keeping; reload: () => void }) {
  const { busy, said, make, check, restore } = useBackups(reload);
  const [asked, setAsked] = useState<{ name: string; restore: Restore } | null>(null);
  const file = useRef<HTMLInputElement>(null);
  return (
    <section aria-labelledby="backups">
      <h2 id="backups" className="mb-2 text-title font-semibold">
        Backups
      </h2>
      <State keeping={keeping} />
      <div className="mb-4 flex flex-wrap gap-3">
        <Button look="strong" disabled={busy !== null} onClick={() => void make()}>
          <HardDriveDownload size={17} aria-hidden="true" /> {busy === 'make' ? 'Making…' : 'Back up now'}
        </Button>
        <a
          href={addressOf(backups.getBackupNow, {})}
          className="inline-flex min-h-11 items-center gap-2 rounded-md border border-line-strong bg-card px-4 hover:border-ink"
        >
          <Download size={17} aria-hidden="true" /> Save to this device
        </a>
        <Button disabled={busy !== null} onClick={() => file.current?.click()}>
          <Upload size={17} aria-hidden="true" /> {busy === 'restore' ? 'Restoring…' : 'Restore a file'}
        </Button>
        <Button disabled={busy !== null} onClick={() => void check()}>
          <ShieldCheck size={17} aria-hidden="true" /> {busy === 'check' ? 'Reading…' : 'Check the data'}
        </Button>
        <input
          ref={file}
          type="file"
          accept=".zip,application/zip"
          aria-label="Backup file"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            e.target.value = '';
            if (!chosen) return;
            const send = () => ask(backups.restoreFile, { file: chosen, patienceMs: PATIENCE_MS });
            setAsked({ name: chosen.name, restore: send });
          }}
        />
      </div>
      <p role="status" className={`mb-3 min-h-6 ${said?.bad ? 'text-live' : ''}`}>
        {said?.text}
      </p>
      <Kept
        kept={keeping.kept}
        disabled={busy !== null}
        onRestore={(name) =>
          setAsked({
            name,
            restore: () => ask(backups.restoreKept, { path: { file: name }, patienceMs: PATIENCE_MS }),
          })
        }
      />
      {asked && (
        <Dialog title="Restore this backup" open onClose={() => setAsked(null)} width="max-w-lg">
          <p>
            Every class, run, move and setting becomes as it is in <b>{asked.name}</b>. What is here now is backed up
            first and can be restored in the same way.
          </p>
          <div className="mt-5 flex gap-3">
            <Button
              look="strong"
              onClick={() => {
                setAsked(null);
                void restore(asked.restore);
              }}
            >
              Restore it
            </Button>
            <Button onClick={() => setAsked(null)}>Leave all as it is</Button>
          </div>
        </Dialog>
      )}
    </section>
  );
}

interface KeptProps {
  kept: Keeping['kept'];
  disabled: boolean;
  onRestore: (file: string) => void;
}

function Kept({ kept, disabled, onRestore }: KeptProps) {
  if (kept.length === 0)
    return (
      <p className="max-w-prose">None yet. One is made every night while the server runs, and before every update.</p>
    );
  return (
    <ul aria-label="Kept backups" className="border-t border-line-strong">
      {kept.map((b) => (
        <li key={b.file} className="flex flex-wrap items-center gap-x-4 border-b py-1">
          <span className="min-w-0 flex-1">
            {backupWords(b.file)}
            <span className="block text-small text-muted">
              {formatDistanceToNow(new Date(b.madeAt), { addSuffix: true })}, {sizeWords(b.bytes)}
            </span>
          </span>
          <a
            className="inline-flex min-h-11 items-center px-2 underline"
            href={addressOf(backups.getBackup, { path: { file: b.file } })}
            aria-label={`Save ${b.file}`}
          >
            Save
          </a>
          <Button look="quiet" disabled={disabled} aria-label={`Restore ${b.file}`} onClick={() => onRestore(b.file)}>
            <RotateCcw size={16} aria-hidden="true" /> Restore
          </Button>
        </li>
      ))}
    </ul>
  );
}

function State({ keeping: { database, durable, deafSince, freeBytes, diskFull, folder } }: { keeping: Keeping }) {
  return (
    <dl className="mb-5 grid max-w-prose grid-cols-[auto_1fr] gap-x-5 gap-y-1">
      <dt className="text-muted">Database</dt>
      <dd>{database === 'embedded' ? 'in this server' : 'a PostgreSQL server'}</dd>
      {deafSince !== null && (
        <>
          <dt className="text-muted">Other servers</dt>
          <dd className="font-semibold text-live">
            have not been heard since {clockAt(Date.parse(deafSince))}: screens there may be some seconds late
          </dd>
        </>
      )}
      <dt className="text-muted">Saves</dt>
      <dd className={durable ? '' : 'font-semibold text-live'}>
        {durable
          ? 'are on the disk before they count as saved'
          : 'do not reach the disk at once: a power cut may lose some'}
      </dd>
      {freeBytes !== null && (
        <>
          <dt className="text-muted">Room</dt>
          <dd className={diskFull ? 'font-semibold text-live' : ''}>
            {diskFull ? 'the disk is full: nothing more is saved' : `${sizeWords(freeBytes)} free`}
          </dd>
        </>
      )}
      <dt className="text-muted">Kept in</dt>
      <dd className="[overflow-wrap:anywhere]">{folder}</dd>
    </dl>
  );
}
