import { QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { LibraryFigures } from './app/library-figures.tsx';
import { AHEAD, Routes } from './app/routes.tsx';
import { applyTheme } from './theme/index.ts';
import './theme/theme.css';
import { queries } from './data/index.ts';
import { applyPreferences, keepOffline } from './device/index.ts';
import { claimWindow } from './editing/index.ts';
import { sendLeftovers } from './session/index.ts';

/** The desk is fetched ahead, once the screen has come: leading must not wait for a server that is gone. */
const AHEAD_MS = 3000;

applyTheme();
applyPreferences();
claimWindow();
keepOffline();
void sendLeftovers();
const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <QueryClientProvider client={queries}>
      <LibraryFigures>
        <Routes />
      </LibraryFigures>
    </QueryClientProvider>,
  );
setTimeout(() => void AHEAD().catch(() => {}), AHEAD_MS);
