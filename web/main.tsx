import { QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import './base/theme/theme.css';
import { applyPreferences, followTheme, keepOffline, queries } from './base/index.ts';
import { sendLeftovers } from './lead/index.ts';
import { claimWindow } from './plan/index.ts';
import { AHEAD, LibraryFigures, Routes } from './shell/index.ts';

/** The desk is fetched ahead, once the screen has come: leading must not wait for a server that is gone. */
const AHEAD_MS = 3000;

followTheme();
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
