import { useMemo } from 'react';
import Markdown, { type Components } from 'react-markdown';
import { Link } from 'react-router';
import remarkGfm from 'remark-gfm';
import {
  defaultFormat,
  FORMAT_KINDS,
  FORMAT_WORDS,
  type FormatKind,
  moduleOf,
  newBlock,
  newPlan,
  newStation,
} from '../../../core/class/index.ts';
import { outlineOf } from '../../../core/time/index.ts';
import guide from '../../../docs/guide.md?raw';
import { MiniSheet } from '../../base/index.ts';

/** The guide, inside the application, with a line and a picture for each format. */
export function HelpScreen() {
  return (
    <main id="content" className="mx-auto w-full max-w-3xl px-5 py-6">
      <title>Help · Odd Round</title>
      <h1 className="digits text-big">Help</h1>
      <p className="mt-2">
        New here? Open{' '}
        <Link to="/classes/slack-water" className="underline">
          Slack Water
        </Link>
        , a class of the demo, look at it from all sides, and lead it as a trial: what is led as a trial counts in no
        sum. Press <kbd>?</kbd> anywhere for the keys, <kbd>Ctrl K</kbd> to find anything by its name.
      </p>
      <h2 className="digits mt-8 mb-2 text-head">The formats</h2>
      <ul className="border-t">
        {FORMAT_KINDS.map((kind) => (
          <FormatLine key={kind} kind={kind} />
        ))}
      </ul>
      <div className="mt-8">
        <Markdown remarkPlugins={[remarkGfm]} components={PARTS}>
          {guide}
        </Markdown>
      </div>
    </main>
  );
}

function FormatLine({ kind }: { kind: FormatKind }) {
  const outline = useMemo(() => {
    const format = defaultFormat(kind);
    const stations = moduleOf(format).traits.stations === 'own' ? ['A', 'B', 'C', 'D'] : [];
    const block = { ...newBlock(kind, 'main', format), stations: stations.map((n) => newStation(n, n)) };
    return outlineOf({ ...newPlan(kind, kind), blocks: [block] });
  }, [kind]);
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-2">
      <span className="w-32 font-semibold">{FORMAT_WORDS[kind]}</span>
      <MiniSheet outline={outline} width={150} height={34} />
      <span className="min-w-0 flex-1 basis-64">{moduleOf({ kind }).about}</span>
    </li>
  );
}

/** The guide's parts in the application's own type. Its links to other documents are words here: they lie in the repository. */
const PARTS: Components = {
  h1: () => null,
  h2: ({ children }) => <h2 className="digits mt-8 mb-2 text-head">{children}</h2>,
  h3: ({ children }) => <h3 className="mt-5 mb-1 text-title font-semibold">{children}</h3>,
  p: ({ children }) => <p className="my-2.5">{children}</p>,
  ul: ({ children }) => <ul className="my-2 list-disc pl-6">{children}</ul>,
  ol: ({ children }) => <ol className="my-2 list-decimal pl-6">{children}</ol>,
  li: ({ children }) => <li className="my-1">{children}</li>,
  a: ({ children }) => <span>{children}</span>,
  img: () => null,
  code: ({ children }) => <code className="rounded-sm bg-card px-1">{children}</code>,
  table: ({ children }) => (
    <div className="overflow-x-auto">
      <table className="my-2">{children}</table>
    </div>
  ),
  td: ({ children }) => <td className="border-b py-1 pr-4 align-top">{children}</td>,
  th: () => null,
  pre: ({ children }) => <pre className="my-2 overflow-x-auto border bg-card p-3">{children}</pre>,
};
