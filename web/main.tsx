import { QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Link, RouterProvider } from 'react-router';
import { Shell } from './app/shell.tsx';
import { applyTheme } from './app/theme.ts';
import { queries } from './data/index.ts';
import { keepOffline } from './device/index.ts';
import './app/theme.css';
import { claimWindow } from './editing/index.ts';
import { restoreRuns, sendLeftovers } from './session/index.ts';

applyTheme();
claimWindow();
keepOffline();

const Opening = () => <p className="p-6">Opening…</p>;

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

/** Every screen is loaded when it is first shown. */
const screens = {
  builder: async () => ({ Component: (await import('./builder/builder-screen.tsx')).BuilderScreen }),
  compare: async () => ({ Component: (await import('./builder/compare-screen.tsx')).CompareScreen }),
  classes: async () => ({ Component: (await import('./classes/classes-screen.tsx')).ClassesScreen }),
  desk: async () => ({ Component: (await import('./desk/desk-screen.tsx')).DeskScreen }),
  log: async () => ({ Component: (await import('./log/log-screen.tsx')).LogScreen }),
  run: async () => ({ Component: (await import('./log/run-screen.tsx')).RunScreen }),
  kit: async () => ({ Component: (await import('./moves/kit-screen.tsx')).KitScreen }),
  moves: async () => ({ Component: (await import('./moves/moves-screen.tsx')).MovesScreen }),
  rehearse: async () => ({ Component: (await import('./rehearse/rehearse-screen.tsx')).RehearseScreen }),
  room: async () => ({ Component: (await import('./room/room-screen.tsx')).RoomScreen }),
  keep: async () => ({ Component: (await import('./keep/keep-screen.tsx')).KeepScreen }),
  login: async () => ({ Component: (await import('./app/login-screen.tsx')).LoginScreen }),
};

/** The desk is fetched ahead: leading must not wait for a server that is gone. */
const AHEAD_MS = 1500;
const fetchAhead = () => void screens.desk().catch(() => {});

/** A screen's code did not come. */
function NotLoaded() {
  return (
    <main className="p-6 text-[18px]">
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

const frame = { hydrateFallbackElement: <Opening />, errorElement: <NotLoaded /> };

const router = createBrowserRouter([
  {
    element: <Shell />,
    ...frame,
    children: [
      { path: '/', lazy: screens.classes },
      { path: '/classes/:id', lazy: screens.builder },
      { path: '/classes/:id/compare', lazy: screens.compare },
      { path: '/classes/:id/room', lazy: screens.room },
      { path: '/moves', lazy: screens.moves },
      { path: '/kit', lazy: screens.kit },
      { path: '/log', lazy: screens.log },
      { path: '/log/:runId', lazy: screens.run },
      { path: '/keep', lazy: screens.keep },
      { path: '*', element: <NotHere /> },
    ],
  },
  { path: '/classes/:id/rehearse', lazy: screens.rehearse, ...frame },
  { path: '/desk/:runId', lazy: screens.desk, ...frame },
  { path: '/login', lazy: screens.login, ...frame },
]);

const root = document.getElementById('root');
void restoreRuns().then(() => {
  void sendLeftovers();
  if (root)
    createRoot(root).render(
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>,
    );
  setTimeout(fetchAhead, AHEAD_MS);
});
