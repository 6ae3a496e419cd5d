import { useState } from 'react';
import { NavLink, Outlet, useNavigate } from 'react-router';
import {
  Button,
  Toasts,
  takeNewVersion,
  useActions,
  useKeeps,
  useLeaveField,
  useNewVersion,
  useTrouble,
} from '../../base/index.ts';
import { GO_TO } from './pages.ts';
import { Palette } from './palette.tsx';
import { Running } from './running.tsx';
import { Wordmark } from './wordmark.tsx';

const link = ({ isActive }: { isActive: boolean }) =>
  `flex min-h-11 items-center whitespace-nowrap border-b-2 px-1 ${isActive ? 'border-live text-ink' : 'border-transparent text-muted hover:text-ink'}`;

/** The frame round every planning screen; the desk has the whole window to itself. */
export function Shell() {
  const navigate = useNavigate();
  useLeaveField();
  useActions(
    'Screens',
    GO_TO.map(({ name, to, key }) => ({ name, key, run: () => navigate(to) })),
  );
  return (
    <div className="flex min-h-dvh flex-col lg:has-[[data-own-scroll]]:[@media(min-height:600px)]:h-dvh">
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-ink focus:p-3 focus:text-paper"
      >
        Skip to the content
      </a>
      <header className="flex shrink-0 items-center gap-x-4 border-b bg-paper px-3 max-sm:gap-x-2 sm:gap-x-7 sm:px-5">
        <NavLink to="/" className="flex min-h-11 shrink-0 items-center" aria-label="Odd Round, classes">
          <Wordmark />
        </NavLink>
        <nav className="flex min-w-0 flex-1 gap-x-1 overflow-x-auto max-sm:text-small sm:gap-x-5" aria-label="Main">
          {GO_TO.filter(({ inHead }) => inHead).map(({ name, to }) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/'}
              className={(s) => `${link(s)} ${name === 'Keeping' ? 'max-md:hidden' : ''}`}
            >
              {name}
            </NavLink>
          ))}
        </nav>
      </header>
      <Running />
      <NewVersion />
      <Trouble />
      <KeepsNothing />
      <Outlet />
      <Palette />
      <Toasts />
    </div>
  );
}

const TROUBLES = {
  full: 'The disk of the server is full. Nothing more is saved until there is room; what you change is kept in this browser.',
  away: 'The server cannot reach its database. What you change is kept in this browser and saved when it is back.',
};

/** What keeps the server from saving, said on every page while it lasts. */
function Trouble() {
  const { trouble } = useTrouble();
  if (trouble === null) return null;
  return (
    <p role="alert" className="border-b-2 border-live bg-card px-5 py-2">
      {TROUBLES[trouble]}
    </p>
  );
}

const KEEPS_WORDS = {
  blocked:
    'This browser keeps nothing for this page. All works, and what the server has is safe; what it does not have yet is gone when the window closes.',
  full: 'This browser has no room left to keep things. All works, and what the server has is safe; what it does not have yet is gone when the window closes.',
};

/** What this browser cannot keep, said once. */
function KeepsNothing() {
  const keeps = useKeeps((s) => s.keeps);
  const [read, setRead] = useState(false);
  if (keeps === 'kept' || read) return null;
  return (
    <p role="status" className="flex flex-wrap items-center gap-x-3 border-b bg-card px-5 py-1">
      <span className="min-w-0">{KEEPS_WORDS[keeps]}</span>
      <Button look="quiet" onClick={() => setRead(true)}>
        Understood
      </Button>
    </p>
  );
}

/** A new version of the application is put in when the instructor says so, and never into a run. */
function NewVersion() {
  const { state } = useNewVersion();
  if (state === 'none') return null;
  return (
    <p role="status" className="flex items-center gap-3 border-b bg-card px-5 py-1">
      {state === 'ready'
        ? 'A new version is ready.'
        : 'A run is open in this browser: the new version waits for its end.'}
      <Button onClick={takeNewVersion}>{state === 'ready' ? 'Use it now' : 'Try again'}</Button>
    </p>
  );
}
