import { Component, lazy, type ReactNode, Suspense } from 'react';
import { BrowserRouter, Link, Outlet, Route, Routes as Table } from 'react-router';
import { PAGE_ROWS } from './pages.ts';
import { Palette } from './palette.tsx';
import { Shell } from './shell.tsx';

const SHOWN = PAGE_ROWS.map(({ path, load, isAlone }) => ({
  path,
  isAlone,
  Screen: lazy(async () => ({ default: await load() })),
}));

const routesOf = (pages: typeof SHOWN) =>
  pages.map(({ path, Screen }) => <Route key={path} path={path} element={<Screen />} />);

/** The pages by their addresses. */
export function Routes() {
  return (
    <BrowserRouter>
      <Table>
        <Route element={<Shell />}>
          <Route element={<Shown />}>
            {routesOf(SHOWN.filter((p) => !p.isAlone))}
            <Route path="*" element={<NotHere />} />
          </Route>
        </Route>
        <Route element={<Alone />}>{routesOf(SHOWN.filter((p) => p.isAlone))}</Route>
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
