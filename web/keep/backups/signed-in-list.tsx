import { formatDistanceToNow } from 'date-fns';
import { LogOut } from 'lucide-react';
import { backups, type SignedIn } from '../../../core/wire/index.ts';
import { ask, Button, useLoaded, WhenLoaded } from '../../base/index.ts';
import { browserWords } from './words.ts';

const whoIsIn = async (): Promise<SignedIn[] | null> =>
  (await ask(backups.getSession, {})).gated ? await ask(backups.listSessions, {}) : null;

/** The browsers that have said the passphrase; each can be sent out. */
export function SignedInList() {
  const [loaded, reload] = useLoaded(['sessions'], whoIsIn);
  const leave = () =>
    ask(backups.signOut, {}).then(
      () => window.location.assign('/login'),
      () => reload(),
    );
  return (
    <section aria-labelledby="signed-in">
      <h2 id="signed-in" className="mb-2 text-title font-semibold">
        Signed in
      </h2>
      <WhenLoaded loaded={loaded} reload={reload}>
        {(sessions) =>
          sessions === null ? (
            <p className="max-w-prose">
              This server has no passphrase: whoever can reach it is in. It listens on this machine only.
            </p>
          ) : (
            <>
              <ul aria-label="Signed in" className="border-t border-line-strong">
                {sessions.map((s) => (
                  <li key={s.id} className="flex items-center gap-4 border-b py-1">
                    <span className="flex-1">
                      {browserWords(s.agent)} {s.mine && <b>(this one)</b>}
                      <span className="block text-small text-muted">
                        {s.address}, last used {formatDistanceToNow(new Date(s.seenAt), { addSuffix: true })}
                      </span>
                    </span>
                    {!s.mine && (
                      <Button
                        look="quiet"
                        aria-label={`Sign out ${browserWords(s.agent)} at ${s.address}`}
                        onClick={() => ask(backups.endSession, { path: { id: s.id } }).then(reload, reload)}
                      >
                        Sign out
                      </Button>
                    )}
                  </li>
                ))}
              </ul>
              <Button className="mt-4" onClick={() => void leave()}>
                <LogOut size={17} aria-hidden="true" /> Sign out here
              </Button>
              <p className="mt-3 max-w-prose text-small text-muted">
                Another passphrase (PASSPHRASE, then a new start) signs everybody out.
              </p>
            </>
          )
        }
      </WhenLoaded>
    </section>
  );
}
