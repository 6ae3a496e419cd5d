import { Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { followTheme } from '../../base/index.ts';
import './follow.css';
import { JoinScreen } from './join-screen.tsx';
import { SCREENS } from './screens.ts';

/*
 * The pages of whoever follows a class: a bundle of their own, small enough for a phone on a bad network, with nothing of the
 * planning screens in it.
 */

followTheme();
const [, name = 'join', code = '', part] = window.location.pathname.split('/').map(decodeURIComponent);
const Screen = SCREENS[name] ?? JoinScreen;
const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <Suspense fallback={<p className="p-6">Opening…</p>}>
      <Screen code={code} part={part} />
    </Suspense>,
  );
