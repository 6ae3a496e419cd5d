import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Link, RouterProvider } from 'react-router';
import { LoginScreen } from './app/login-screen.tsx';
import { Shell } from './app/shell.tsx';
import { applyTheme } from './app/theme.ts';
import './app/theme.css';
import { BuilderScreen } from './builder/builder-screen.tsx';
import { CompareScreen } from './builder/compare-screen.tsx';
import { claimWindow } from './builder/drafts.ts';
import { ClassesScreen } from './classes/classes-screen.tsx';
import { DeskScreen } from './desk/desk-screen.tsx';
import { flushLeftovers } from './desk/outbox.ts';
import { JoinScreen, RemoteScreen, SquadScreen, StationScreen } from './follow/phone-screens.tsx';
import { WallScreen } from './follow/wall-screen.tsx';
import { LogScreen } from './log/log-screen.tsx';
import { RunScreen } from './log/run-screen.tsx';
import { KitScreen } from './moves/kit-screen.tsx';
import { MovesScreen } from './moves/moves-screen.tsx';
import { RehearseScreen } from './rehearse/rehearse-screen.tsx';

applyTheme();
claimWindow();
void flushLeftovers(Date.now());

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

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: '/', element: <ClassesScreen /> },
      { path: '/classes/:id', element: <BuilderScreen /> },
      { path: '/classes/:id/compare', element: <CompareScreen /> },
      { path: '/moves', element: <MovesScreen /> },
      { path: '/kit', element: <KitScreen /> },
      { path: '/log', element: <LogScreen /> },
      { path: '/log/:runId', element: <RunScreen /> },
      { path: '*', element: <NotHere /> },
    ],
  },
  { path: '/classes/:id/rehearse', element: <RehearseScreen /> },
  { path: '/desk/:runId', element: <DeskScreen /> },
  { path: '/wall/:code', element: <WallScreen /> },
  { path: '/station/:code/:index?', element: <StationScreen /> },
  { path: '/squad/:code/:squad?', element: <SquadScreen /> },
  { path: '/remote/:code', element: <RemoteScreen /> },
  { path: '/join', element: <JoinScreen /> },
  { path: '/login', element: <LoginScreen /> },
]);

const root = document.getElementById('root');
if (root) createRoot(root).render(<RouterProvider router={router} />);
