import { type ComponentType, lazy, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { applyTheme } from '../theme/index.ts';
import '../theme/theme.css';
import { JoinScreen } from './join-screen.tsx';
import type { ScreenProps } from './screen-props.ts';

/*
 * The pages of whoever follows a class: a bundle of their own, small enough for a phone on a bad network, with nothing of the
 * planning screens in it.
 */

const SCREENS: Record<string, ComponentType<ScreenProps>> = {
  join: JoinScreen,
  wall: lazy(async () => ({ default: (await import('./wall-screen.tsx')).WallScreen })),
  camera: lazy(async () => ({ default: (await import('./camera-screen.tsx')).CameraScreen })),
  station: lazy(async () => ({ default: (await import('./station-screen.tsx')).StationScreen })),
  squad: lazy(async () => ({ default: (await import('./squad-screen.tsx')).SquadScreen })),
  remote: lazy(async () => ({ default: (await import('./remote-screen.tsx')).RemoteScreen })),
};

applyTheme();
const [, name = 'join', code = '', part] = window.location.pathname.split('/').map(decodeURIComponent);
const Screen = SCREENS[name] ?? JoinScreen;
const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <Suspense fallback={<p className="p-6">Opening…</p>}>
      <Screen code={code} part={part} />
    </Suspense>,
  );
