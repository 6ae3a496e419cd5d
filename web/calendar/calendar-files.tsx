import { DropdownMenu } from 'radix-ui';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { calendar } from '../../core/wire/index.ts';
import { ApiError, addressOf, ask, messageOf, queries, useLoaded } from '../data/index.ts';
import { Button, Dialog } from '../ui/index.ts';

const ITEM = 'flex min-h-11 cursor-pointer items-center px-3 outline-none data-highlighted:bg-ink/10';

/** Calendars in and out: a file, all as a file, and an address that other calendars follow. */
export function CalendarFiles({ onDone }: { onDone: () => void }) {
  const field = useRef<HTMLInputElement>(null);
  const [feed, setFeed] = useState(false);
  const bringIn = async (file: File) => {
    try {
      const { classes, problems } = await ask(calendar.importCalendar, { body: { text: await file.text() } });
      void queries.invalidateQueries({ queryKey: ['calendar'] });
      onDone();
      const told = problems.map((p) => `${p.path}: ${p.message}`).slice(0, 4);
      toast([`${classes} ${classes === 1 ? 'class' : 'classes'} brought in or changed.`, ...told].join(' '), {
        duration: 12_000,
      });
    } catch (e) {
      toast.error(`Nothing was brought in: ${messageOf(e)}. ${detailOf(e)}`);
    }
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>In and out</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className="z-40 rounded-md border border-line-strong bg-card py-1">
            <DropdownMenu.Item className={ITEM} onSelect={() => field.current?.click()}>
              Bring in a calendar file
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} asChild>
              <a href={addressOf(calendar.exportCalendar, {})}>All classes as a calendar file</a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => setFeed(true)}>
              An address to follow
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={field}
        type="file"
        accept=".ics,text/calendar"
        aria-label="Calendar file"
        className="hidden"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) void bringIn(file);
        }}
      />
      {feed && <FeedDialog onClose={() => setFeed(false)} />}
    </>
  );
}

/** What the server said of the file. */
function detailOf(e: unknown): string {
  if (!(e instanceof ApiError)) return '';
  const body = e.body as { problems?: { path: string; message: string }[] } | null;
  const [first] = body?.problems ?? [];
  return first ? `${first.message}.` : '';
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
