import { createRoot } from 'react-dom/client';
import { readHomePage } from '../../../core/out/index.ts';
import { FigureSource } from '../../base/index.ts';
import './home.css';
import { HomeScreen } from './home-screen.tsx';

/* A class in a file of its own, led without a server. */

const root = document.getElementById('root');
const home = readHomePage(document);
if (root)
  createRoot(root).render(
    home ? (
      <FigureSource value={(name) => home.figures[name] ?? null}>
        <HomeScreen home={home} />
      </FigureSource>
    ) : (
      <p className="p-6 text-title">The class in this file is damaged. Ask for the file once more.</p>
    ),
  );
