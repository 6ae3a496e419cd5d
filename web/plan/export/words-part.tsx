import { useMemo, useState } from 'react';
import { type Plan, voiceOf } from '../../../core/class/index.ts';
import { resolvePlan } from '../../../core/moves/index.ts';
import { CLASS_FORMS, TALK_WHEN, type TalkWhen, talkThrough } from '../../../core/out/index.ts';
import { Button, keepText, OneOf, perWindow, saveFile, toast, useLibrary } from '../../base/index.ts';
import { useTalking } from './use-talking.ts';

/** A text to the clipboard, told. */
const copy = (text: string) =>
  void navigator.clipboard.writeText(text).then(
    () => toast('Copied.'),
    () => toast('The browser does not let it be copied: save it as a file.'),
  );

/** The class in words: for a board, a message, a page; and a talk through it. */
export function WordsPart({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const resolved = useMemo(() => resolvePlan(plan, library), [plan, library]);
  const texts = [CLASS_FORMS.text, CLASS_FORMS.markdown];
  return (
    <section aria-label="Words" className="mt-5">
      <h3 className="font-semibold">Words</h3>
      <ul>
        {texts.map(({ title, ending, media, write }) => (
          <li key={ending} className="flex items-center gap-2 border-b py-1.5">
            <span className="min-w-0 flex-1">{title}</span>
            <Button aria-label={`${title}: copy`} onClick={() => void write(plan, library).then(copy)}>
              Copy
            </Button>
            <Button
              aria-label={`${title}: save`}
              onClick={() => void write(plan, library).then((text) => saveFile(`${plan.title}.${ending}`, text, media))}
            >
              Save
            </Button>
          </li>
        ))}
      </ul>
      <Talk plan={plan} resolved={resolved} />
    </section>
  );
}

const talkKey = (planId: string) => `odd-round.talk.${planId}`;

/** A talk through the class, written from it; it can be changed, and heard. */
function Talk({ plan, resolved }: { plan: Plan; resolved: Plan }) {
  const [when, setWhen] = useState<TalkWhen>('tomorrow');
  const written = useMemo(() => talkThrough(resolved, when), [resolved, when]);
  // What was changed by hand stays as long as the window, also while the class changes.
  const [own, setOwn] = useState<string | null>(() => perWindow.getItem(talkKey(plan.id)));
  const text = own ?? written;
  const { at, speak, stop, failed } = useTalking();
  const change = (next: string | null) => {
    setOwn(next);
    if (next === null) perWindow.removeItem(talkKey(plan.id));
    else keepText(perWindow, talkKey(plan.id), next);
  };
  const { name, rate } = voiceOf(plan);
  return (
    <div className="mt-3">
      <h4 className="flex items-center gap-2">
        <span className="flex-1">A talk through the class</span>
        <OneOf
          look="quiet"
          aria-label="When the class is"
          of={Object.entries(TALK_WHEN) as [TalkWhen, string][]}
          value={when}
          onPick={setWhen}
        />
      </h4>
      <textarea
        aria-label="The talk"
        className="mt-1 h-48 w-full rounded-md border border-line-strong bg-card p-2 text-small"
        value={text}
        maxLength={20_000}
        onChange={(e) => change(e.target.value)}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={() => (at === null ? void speak(text, name, rate) : stop())}>
          {at === null ? 'Speak it' : 'Stop'}
        </Button>
        <Button onClick={() => copy(text)}>Copy the talk</Button>
        {own !== null && (
          <Button look="quiet" onClick={() => change(null)}>
            Write it anew
          </Button>
        )}
      </div>
      <p role="status" className="text-fine text-muted">
        {at !== null && `\u201c${at}\u201d`}
        {failed && 'The voice is not to be had.'}
        {own !== null && at === null && !failed && 'Changed by hand: it does not follow the class.'}
      </p>
    </div>
  );
}
