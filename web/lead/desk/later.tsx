import { lazy } from 'react';

const closing = () => import('./close-screen.tsx');
const share = () => import('./share-sheet.tsx');
const heartRates = () => import('./pulse-over.tsx');

/* What a class begins without: fetched when it is asked for. */
export const CloseScreen = lazy(async () => ({ default: (await closing()).CloseScreen }));
export const ShareSheet = lazy(async () => ({ default: (await share()).ShareSheet }));
export const PulseOver = lazy(async () => ({ default: (await heartRates()).PulseOver }));

/** Fetches it ahead, since it may be asked for when the server is gone. */
export const loadLater = () => Promise.all([closing(), share(), heartRates()]);
