import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { placeWords } from '../../../core/class/index.ts';
import { addDays, type CalendarEntry, nowAndNext, weekdayWord } from '../../../core/record/index.ts';
import { Button, dayOf, timeOfDay, timeWords, useItems, useLed } from '../../base/index.ts';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
const TODAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

const AHEAD_DAYS = 60;

/** Today, and the next class with Ready one press away. */
export function TodayBand() {
  const today = dayOf();
  const [loaded] = useItems(addDays(today, -1), addDays(today, AHEAD_DAYS));
  const led = useLed(today, today);
  const found = useMemo(
    () => (loaded.state === 'ready' ? nowAndNext(loaded.value.items, today, timeOfDay(), AHEAD_DAYS) : null),
    [loaded, today],
  );
  if (!found || (found.today.length === 0 && found.next === null)) return null;
  const { next } = found;
  const others = found.today.filter((e) => e !== next);
  return (
    <section
      aria-label="Today and next"
      className="mb-5 flex flex-wrap items-center gap-x-8 gap-y-3 border-y border-line-strong py-3"
    >
      {next && <NextClass entry={next} today={today} />}
      <div className="min-w-0 flex-1 basis-56">
        <p className="text-small text-muted">{TODAY.format(new Date())}</p>
        {others.length === 0 ? (
          <p>{next?.day === today ? 'No other class today.' : 'No class today.'}</p>
        ) : (
          <ul>
            {others.map((e) => {
              const run = led.find((l) => l.run.planId === e.item.planId);
              return (
                <li key={e.item.id}>
                  <span className="digits">{timeWords(e.time)}</span> {e.item.title}{' '}
                  {run ? (
                    <Link to={`/log/${run.run.id}`} className="underline">
                      led
                    </Link>
                  ) : (
                    <>
                      <span className="text-muted">not led</span>{' '}
                      {e.item.planId !== null && (
                        <Link to={`/classes/${e.item.planId}/ready`} className="underline">
                          get ready
                        </Link>
                      )}
                    </>
                  )}
                </li>
              );
            })}
          </ul>
        )}
        <Link to="/calendar" className="inline-flex min-h-11 items-center underline">
          Calendar
        </Link>
      </div>
    </section>
  );
}

function whenWords(day: string, today: string): string {
  if (day === today) return 'Today';
  if (day === addDays(today, 1)) return 'Tomorrow';
  return `${weekdayWord(day)} ${DAY.format(new Date(`${day}T12:00`))}`;
}

function NextClass({ entry, today }: { entry: CalendarEntry; today: string }) {
  const navigate = useNavigate();
  const { item, day, time } = entry;
  const where = [item.room, item.leader].filter(Boolean).join(', ');
  return (
    <div className="flex min-w-0 flex-1 basis-80 flex-wrap items-center gap-x-5 gap-y-2">
      <div className="min-w-0">
        <p className="text-small text-muted">Next class</p>
        <p className="digits break-words text-head">
          {item.title}
          {item.kind === 'class' && item.series && <span className="ml-2 text-lead">{placeWords(item.series)}</span>}
        </p>
        <p className="text-lead">
          {whenWords(day, today)}
          {time !== null && `, ${timeWords(time)}`}
          {where !== '' && <span className="text-muted"> {where}</span>}
        </p>
      </div>
      {item.planId === null ? (
        <Link to={`/calendar?day=${day}`} className="inline-flex min-h-11 items-center underline">
          Choose what is led
        </Link>
      ) : (
        <Button look="strong" className="!min-h-14 !px-6" onClick={() => navigate(`/classes/${item.planId}/ready`)}>
          Get ready
        </Button>
      )}
    </div>
  );
}
