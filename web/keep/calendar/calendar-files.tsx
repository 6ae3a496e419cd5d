import { useState } from 'react';
import { calendar, exporting } from '../../../core/wire/index.ts';
import {
  addressOf,
  ask,
  Button,
  Dialog,
  FilesMenu,
  fetchAnew,
  firstProblem,
  messageOf,
  toast,
  useLoaded,
} from '../../base/index.ts';
import { keptSize } from '../../plan/index.ts';

/** Calendars in and out: a file, all as a file, and an address that other calendars follow. */
export function CalendarFiles({ day, onDone }: { day: string; onDone: () => void }) {
  const [feed, setFeed] = useState(false);
  const bringIn = async (file: File) => {
    try {
      const { classes, problems } = await ask(calendar.importCalendar, { body: { text: await file.text() } });
      void fetchAnew(['calendar']);
      onDone();
      const told = problems.map((p) => `${p.path}: ${p.message}`).slice(0, 4);
      toast([`${classes} ${classes === 1 ? 'class' : 'classes'} brought in or changed.`, ...told].join(' '), {
        duration: 12_000,
      });
    } catch (e) {
      const problem = firstProblem(e);
      toast.error(`Nothing was brought in: ${messageOf(e)}. ${problem ? `${problem.message}.` : ''}`);
    }
  };
  return (
    <>
      <FilesMenu
        bringIn="Bring in a calendar file"
        accept=".ics,text/calendar"
        label="Calendar file"
        onFile={(file) => void bringIn(file)}
        out={[
          { name: 'All classes as a calendar file', href: addressOf(calendar.exportCalendar, {}) },
          {
            name: 'This week on paper (PDF)',
            href: addressOf(exporting.getWeekPaper, { path: { day }, query: { size: keptSize() } }),
          },
        ]}
        more={[{ name: 'An address to follow', onSelect: () => setFeed(true) }]}
      />
      {feed && <FeedDialog onClose={() => setFeed(false)} />}
    </>
  );
}

function FeedDialog({ onClose }: { onClose: () => void }) {
  const [loaded, reload] = useLoaded(['calendar', 'feed'], () => ask(calendar.getFeed, {}));
  const secret = loaded.state === 'ready' ? loaded.value.secret : null;
  const make = () => void ask(calendar.makeFeed, {}).then(reload, (e: unknown) => toast.error(`${messageOf(e)}.`));
  const end = () => void ask(calendar.endFeed, {}).then(reload, (e: unknown) => toast.error(`${messageOf(e)}.`));
  const address =
    secret === null
      ? ''
      : `${window.location.origin}${addressOf(calendar.readFeed, { path: { secret: `${secret}.ics` } })}`;
  return (
    <Dialog open title="An address to follow" onClose={onClose}>
      <p className="mb-3 max-w-prose">
        Other calendars can follow this one by a secret address: whoever has it sees titles, times, rooms and notes of
        all classes, without signing in. They must be able to reach this server.
      </p>
      {secret === null ? (
        <Button look="strong" onClick={make}>
          Make an address
        </Button>
      ) : (
        <>
          <p className="mb-3 break-all border bg-card p-2" data-testid="feed">
            {address}
          </p>
          <div className="flex flex-wrap gap-3">
            <Button
              look="strong"
              onClick={() =>
                void navigator.clipboard.writeText(address).then(
                  () => toast('Copied.'),
                  () => toast('The browser does not let it be copied: mark it and copy it by hand.'),
                )
              }
            >
              Copy
            </Button>
            <Button onClick={make}>Another address</Button>
            <Button onClick={end}>Take it back</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}
