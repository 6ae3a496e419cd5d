import { type ReactNode, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { VOICES, WEIGHT_UNIT_WORDS } from '../../../core/class/index.ts';
import type { Habits } from '../../../core/wire/index.ts';
import {
  api,
  Checkbox,
  messageOf,
  OneOf,
  prefer,
  setTheme,
  TEXT_SIZES,
  type ThemeChoice,
  themeChoice,
  toast,
  useLibrary,
  usePreferences,
} from '../../base/index.ts';
import { ThresholdFields } from '../../plan/index.ts';
import { ClickerPart } from './clicker-part.tsx';

const fail = (e: unknown) => toast.error(`Not kept: ${messageOf(e)}.`);

/** How this device shows things, and how the club does them. */
export function SettingsScreen() {
  const load = useLibrary((s) => s.load);
  useEffect(() => void load(), [load]);
  return (
    <main id="content" className="mx-auto w-full max-w-3xl px-5 py-6">
      <title>Settings · Odd Round</title>
      <h1 className="digits text-big">Settings</h1>
      <ThisDevice />
      <TheClub />
      <Part
        title="Clicker"
        note="Presenters’ clickers, headsets and foot switches lead a class by a few keys. What yours sends, and what it would do on the desk, is seen here."
      >
        <ClickerPart />
      </Part>
      <p className="mt-8 text-muted">
        Backups, and who is signed in:{' '}
        <Link to="/keep" className="underline">
          Keeping
        </Link>
        . What was put away:{' '}
        <Link to="/bin" className="underline">
          Bin
        </Link>
        .
      </p>
    </main>
  );
}

function Part({ title, note, children }: { title: string; note: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mt-6">
      <h2 className="text-title font-semibold">{title}</h2>
      <p className="mb-2 text-small text-muted">{note}</p>
      {children}
    </section>
  );
}

/** A setting: its words, and what sets it. */
function Row({ words, children }: { words: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is among the children
    <label className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
      <span className="min-w-0 flex-1 basis-52">{words}</span>
      {children}
    </label>
  );
}

const THEMES: [ThemeChoice, string][] = [
  ['device', 'as the device says'],
  ['light', 'light'],
  ['dark', 'dark'],
];

function ThisDevice() {
  const { shortcuts, textSize } = usePreferences();
  const [theme, setChosen] = useState(themeChoice);
  return (
    <Part title="This device" note="Kept in this browser.">
      <Row words="Colours">
        <OneOf
          of={THEMES}
          value={theme}
          onPick={(choice) => {
            setTheme(choice);
            setChosen(choice);
          }}
        />
      </Row>
      <Row words="Size of the text">
        <OneOf
          of={TEXT_SIZES.map((size) => [size, size])}
          value={textSize}
          onPick={(textSize) => prefer({ textSize })}
        />
      </Row>
      <div className="border-b py-2">
        <Checkbox checked={shortcuts} onChange={(on) => prefer({ shortcuts: on })}>
          Single keys act: letters and signs on the desk and the planning screens (those with Ctrl, the arrows and Space
          always do)
        </Checkbox>
      </div>
      <div className="border-b py-2">
        <button type="button" className="min-h-11 underline" onClick={() => prefer({ hintsRead: [] })}>
          Show the first-use hints again
        </button>
      </div>
    </Part>
  );
}

const CLOCKS: [Habits['clock'], string][] = [
  ['24', '18:30'],
  ['12', '6:30 pm'],
];
const COUNTDOWNS: [Habits['countdown'], string][] = [
  [0, 'none'],
  [3, '3 seconds'],
  [5, '5 seconds'],
  [10, '10 seconds'],
];

const ZONES = Intl.supportedValuesOf('timeZone');

function TheClub() {
  const { habits, keepHabits, weightUnit, setWeightUnit } = useLibrary();
  const set = (change: Partial<Habits>) => void keepHabits({ ...habits, ...change }).catch(fail);
  const setUnit = (unit: 'kg' | 'lb') => {
    const before = weightUnit;
    setWeightUnit(unit);
    void api.saveUnits(unit).catch((e: unknown) => {
      setWeightUnit(before);
      fail(e);
    });
  };
  return (
    <Part title="The club" note="The same for everyone who uses this server.">
      <Row words="Times of day">
        <OneOf of={CLOCKS} value={habits.clock} onPick={(clock) => set({ clock })} />
      </Row>
      <Row words="Time zone of the calendar files that go out and come in">
        <OneOf
          className="max-w-56"
          of={[['', 'as the server has it'], ...ZONES.map((zone) => [zone, zone] as const)]}
          value={habits.zone}
          onPick={(zone) => set({ zone })}
        />
      </Row>
      <Row words="A weight typed without a unit is in">
        <OneOf of={WEIGHT_UNIT_WORDS} value={weightUnit} onPick={setUnit} />
      </Row>
      <Row words="Countdown of a new class">
        <OneOf of={COUNTDOWNS} value={habits.countdown} onPick={(countdown) => set({ countdown })} />
      </Row>
      <Row words="Voice of a new class">
        <OneOf
          of={VOICES.map((v, k) => [v, `voice ${k + 1}`])}
          value={habits.voice}
          onPick={(voice) => set({ voice })}
        />
      </Row>
      <ThresholdFields />
    </Part>
  );
}
