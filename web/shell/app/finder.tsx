import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { StoredPlan } from '../../../core/wire/index.ts';
import { api, Dialog, setTheme, useActionList } from '../../base/index.ts';
import { GO_TO } from './pages.ts';

/** Keys that are no actions by name: of fields and of the round sheet. */
const OTHER_KEYS: [string, string][] = [
  ['Ctrl K', 'find a class, a screen or an action'],
  ['?', 'this list'],
  ['Esc', 'close what lies over the screen'],
];
const SHEET_KEYS: [string, string][] = [
  ['Arrows, Shift arrows', 'move on the sheet, select a range'],
  ['40, 1:30, 40/20, /20', 'set work, work and rest, or rest of what is selected'],
  ['+ and −, > and <', 'five seconds, one second more or less'],
  ['Ctrl C, Ctrl V', 'copy and paste times, or whole rows as stations'],
  ['Ctrl D, Ctrl R', 'fill down, fill right'],
  ['Delete', 'take single times away'],
  ['Alt ↑, Alt ↓', 'move a station, from its name'],
];

/** Classes shown at once; typing finds the others. */
const FOUND = 20;

const shown = (key: string) => key.replace(/\b[a-z]\b/g, (letter) => letter.toUpperCase());

/** The keys of what is open now and of everywhere, as a list. */
export function Keys({ onClose }: { onClose: () => void }) {
  const places = useActionList((s) => s.places);
  const parts: [string, [string, string][]][] = [
    ...places.map(({ place, actions }): [string, [string, string][]] => [
      place,
      actions.flatMap((a) => (a.key === undefined ? [] : [[shown(a.key), a.name] as [string, string]])),
    ]),
    ['The round sheet', SHEET_KEYS],
    ['Everywhere', OTHER_KEYS],
  ];
  return (
    <Dialog title="Keys" open onClose={onClose} width="max-w-4xl">
      <p className="mb-4 text-muted">
        Two letters are pressed one after the other. Single keys can be turned off in Settings.
      </p>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard */}
      <div className="columns-1 gap-8 sm:columns-2" tabIndex={0} role="group" aria-label="Keys">
        {parts
          .filter(([, keys]) => keys.length > 0)
          .map(([place, keys]) => (
            <section key={place} className="mb-5 break-inside-avoid">
              <h3 className="mb-1 font-semibold">{place}</h3>
              <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
                {keys.map(([key, what]) => (
                  <div key={key} className="contents">
                    <dt className="digits whitespace-nowrap text-small">{key}</dt>
                    <dd>{what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
      </div>
    </Dialog>
  );
}

/** Classes, screens and actions, by a few letters. */
export function Finder({ onClose, onKeys }: { onClose: () => void; onKeys: () => void }) {
  const navigate = useNavigate();
  const places = useActionList((s) => s.places);
  const [plans, setPlans] = useState<StoredPlan[]>([]);
  const [typed, setTyped] = useState('');
  useEffect(() => {
    let current = true;
    const timer = setTimeout(
      () =>
        api.plans({ q: typed, limit: FOUND }).then(
          (page) => current && setPlans(page.items),
          () => current && setPlans([]),
        ),
      typed === '' ? 0 : 150,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [typed]);
  const doing = (what: () => void) => () => {
    onClose();
    what();
  };
  return (
    <Dialog title="Find" open onClose={onClose} width="max-w-xl">
      <Command label="Find a class, a screen or an action">
        <Command.Input
          autoFocus
          placeholder="Class, screen or action"
          value={typed}
          onValueChange={setTyped}
          className="mb-2 h-11 w-full rounded-md border border-line-strong bg-card px-3"
        />
        <Command.List className="max-h-[50dvh] overflow-y-auto">
          <Command.Empty className="px-3 py-2 text-muted">Nothing fits.</Command.Empty>
          {places.map(({ place, actions }) =>
            place === 'Screens'
              ? null
              : actions.map((a) => (
                  <Entry key={`${place} ${a.name}`} value={a.name} hint={a.key} onSelect={doing(a.run)} />
                )),
          )}
          {plans.map(({ plan }) => (
            <Entry
              key={plan.id}
              value={`${plan.title} ${plan.id}`}
              words={plan.title}
              keywords={[typed]}
              onSelect={doing(() => navigate(`/classes/${plan.id}`))}
            />
          ))}
          {GO_TO.map(({ name, to, key }) => (
            <Entry key={to} value={name} hint={key} onSelect={doing(() => navigate(to))} />
          ))}
          <Entry value="Light colours" onSelect={doing(() => setTheme('light'))} />
          <Entry value="Dark colours" onSelect={doing(() => setTheme('dark'))} />
          <Entry value="Colours as the device says" onSelect={doing(() => setTheme('device'))} />
          <Entry value="Keys" hint="?" onSelect={onKeys} />
        </Command.List>
      </Command>
    </Dialog>
  );
}

interface EntryProps {
  value: string;
  words?: string;
  hint?: string | undefined;
  keywords?: string[];
  onSelect: () => void;
}

function Entry({ value, words = value, hint, keywords, onSelect }: EntryProps) {
  return (
    <Command.Item
      value={value}
      {...(keywords && { keywords })}
      onSelect={onSelect}
      className="flex min-h-10 cursor-pointer items-center gap-3 rounded-sm px-3 data-[selected=true]:bg-ink data-[selected=true]:text-paper"
    >
      <span className="min-w-0 flex-1 break-words">{words}</span>
      {hint && <kbd className="digits text-fine">{shown(hint)}</kbd>}
    </Command.Item>
  );
}
