import type { Plan } from '../../../core/class/index.ts';
import { DEFERS, toSay } from '../../../core/judge/index.ts';
import { Dialog, useLibrary, useResolved } from '../../base/index.ts';

/** The other ways of a class by who is here: read out before it, or printed from Hand out. */
export function SayDialog({ plan, onClose }: { plan: Plan; onClose: () => void }) {
  const { library, kit } = useLibrary();
  const parts = toSay(useResolved(plan), library, kit);
  return (
    <Dialog title="What to say to whom" open onClose={onClose} width="max-w-3xl">
      <div className="gap-x-8 sm:columns-2">
        {parts.map(({ who, lines, words }) => (
          <section key={who} className="mb-4 break-inside-avoid" aria-label={who}>
            <h3 className="digits border-b text-lead">{who}</h3>
            {words.map((text) => (
              <p key={text} className="py-0.5 text-small">
                {text}
              </p>
            ))}
            <ul>
              {lines.map((l) => (
                <li key={l.move} className="border-b border-line py-1 text-small">
                  {l.move} {'\u2192'} <b>{l.instead ?? 'leave it out'}</b>
                  <span className="block text-fine text-muted">{l.at}</span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      <p className="text-fine text-muted">{DEFERS} On paper: Hand out, “What to say to whom”.</p>
    </Dialog>
  );
}
