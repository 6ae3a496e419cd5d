import { type ComponentType, lazy } from 'react';
import { JoinScreen } from './join-screen.tsx';
import type { ScreenProps } from './screen-props.ts';

/** The pages of whoever follows a class, by the first part of their address. */
export const SCREENS: Record<string, ComponentType<ScreenProps>> = {
  join: JoinScreen,
  wall: lazy(async () => ({ default: (await import('./wall-screen.tsx')).WallScreen })),
  camera: lazy(async () => ({ default: (await import('./camera-screen.tsx')).CameraScreen })),
  station: lazy(async () => ({ default: (await import('./station-screen.tsx')).StationScreen })),
  squad: lazy(async () => ({ default: (await import('./squad-screen.tsx')).SquadScreen })),
  remote: lazy(async () => ({ default: (await import('./remote-screen.tsx')).RemoteScreen })),
};
