import { Component, type ComponentType, lazy, type ReactNode, Suspense } from 'react';
import { BrowserRouter, Link, Outlet, Route, Routes as Table } from 'react-router';
import { Palette } from './palette.tsx';
import { Shell } from './shell.tsx';

/** What is fetched ahead: the desk. */
export const AHEAD = () => import('../../lead/desk/index.ts');

/** A screen, loaded when it is first shown. */
function screen<K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) {
  return lazy(async () => ({ default: (await load())[name] }));
}

const Builder = screen(() => import('../../plan/builder/index.ts'), 'BuilderScreen');
const Compare = screen(() => import('../../plan/compare/index.ts'), 'CompareScreen');
const Calendar = screen(() => import('../../keep/calendar/index.ts'), 'CalendarScreen');
const SeriesList = screen(() => import('../../keep/calendar/index.ts'), 'SeriesListScreen');
const Series = screen(() => import('../../keep/calendar/index.ts'), 'SeriesScreen');
const Weeks = screen(() => import('../../keep/records/index.ts'), 'WeeksScreen');
const MovesCounted = screen(() => import('../../keep/records/index.ts'), 'MovesCountedScreen');
const Trend = screen(() => import('../../keep/records/index.ts'), 'TrendScreen');
const People = screen(() => import('../../keep/records/index.ts'), 'PeopleScreen');
const Person = screen(() => import('../../keep/records/index.ts'), 'PersonScreen');
const Classes = screen(() => import('../../plan/classes/index.ts'), 'ClassesScreen');
const Desk = screen(AHEAD, 'DeskScreen');
const Log = screen(() => import('../../keep/log/index.ts'), 'LogScreen');
const Run = screen(() => import('../../keep/log/index.ts'), 'RunScreen');
const Kit = screen(() => import('../../plan/moves/index.ts'), 'KitScreen');
const Moves = screen(() => import('../../plan/moves/index.ts'), 'MovesScreen');
const Music = screen(() => import('../../plan/music/index.ts'), 'MusicScreen');
const Ready = screen(() => import('../../lead/ready/index.ts'), 'ReadyScreen');
const Rehearse = screen(() => import('../../lead/rehearse/index.ts'), 'RehearseScreen');
const Room = screen(() => import('../../plan/room/index.ts'), 'RoomScreen');
const Bin = screen(() => import('../../keep/bin/index.ts'), 'BinScreen');
const Keep = screen(() => import('../../keep/backups/index.ts'), 'KeepScreen');
const Settings = screen(() => import('../settings/index.ts'), 'SettingsScreen');
const Help = screen(() => import('../help/index.ts'), 'HelpScreen');
const Login = screen(() => import('./login-screen.tsx'), 'LoginScreen');

/** The screens by their addresses. */
export function Routes() {
  return (
    <BrowserRouter>
      <Table>
        <Route element={<Shell />}>
          <Route element={<Shown />}>
            <Route path="/" element={<Classes />} />
            <Route path="/classes/:id" element={<Builder />} />
            <Route path="/classes/:id/compare" element={<Compare />} />
            <Route path="/classes/:id/room" element={<Room />} />
            <Route path="/classes/:id/ready" element={<Ready />} />
            <Route path="/moves" element={<Moves />} />
            <Route path="/kit" element={<Kit />} />
            <Route path="/music" element={<Music />} />
            <Route path="/log" element={<Log />} />
            <Route path="/log/:runId" element={<Run />} />
            <Route path="/calendar" element={<Calendar />} />
            <Route path="/series" element={<SeriesList />} />
            <Route path="/series/:id" element={<Series />} />
            <Route path="/records" element={<Weeks />} />
            <Route path="/records/moves" element={<MovesCounted />} />
            <Route path="/records/moves/:move" element={<Trend />} />
            <Route path="/people" element={<People />} />
            <Route path="/people/:id" element={<Person />} />
            <Route path="/bin" element={<Bin />} />
            <Route path="/keep" element={<Keep />} />
            <Route path="/settings" element={<Settings />} />
            <Route path="/help" element={<Help />} />
            <Route path="*" element={<NotHere />} />
          </Route>
        </Route>
        <Route element={<Alone />}>
          <Route path="/classes/:id/rehearse" element={<Rehearse />} />
          <Route path="/desk/:runId" element={<Desk />} />
          <Route path="/login" element={<Login />} />
        </Route>
      </Table>
    </BrowserRouter>
  );
}

/** A screen as it comes, or what to say when it does not. */
function Shown() {
  return (
    <Loading>
      <Suspense fallback={<p className="p-6">Opening…</p>}>
        <Outlet />
      </Suspense>
    </Loading>
  );
}

/** A screen that has the whole window to itself. */
function Alone() {
  return (
    <>
      <Shown />
      <Palette />
    </>
  );
}

function NotHere() {
  return (
    <main className="p-8">
      There is nothing at this address.{' '}
      <Link to="/" className="underline">
        Classes
      </Link>
    </main>
  );
}

/** A screen's code did not come. */
class Loading extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <main className="p-6 text-lead">
        <p className="mb-3">This screen could not be loaded: the server is out of reach. Nothing was lost.</p>
        <button
          type="button"
          className="min-h-11 rounded-md border border-line-strong px-4"
          onClick={() => window.location.reload()}
        >
          Try again
        </button>
      </main>
    );
  }
}
