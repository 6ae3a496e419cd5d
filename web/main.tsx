import { QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import './app.css';
import { applyPreferences, followTheme, keepOffline, loadToasts, queries } from './base/index.ts';
import { sendLeftovers } from './lead/index.ts';
import { claimWindow } from './plan/index.ts';
import { AHEAD, LibraryFigures, Routes } from './shell/index.ts';

/** The desk and what says that something failed are fetched ahead, once the screen has come: neither waits for a server that is gone. */
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
const ahead = async () => {
  await Promise.all([loadToasts(), AHEAD().then((desk) => desk.loadLater())]);
};
setTimeout(() => void ahead().catch(() => {}), AHEAD_MS);
