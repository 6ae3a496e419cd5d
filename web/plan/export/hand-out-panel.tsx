import type { Plan } from '../../../core/class/index.ts';
import { resolvePlan } from '../../../core/moves/index.ts';
import { plannedRecording } from '../../../core/out/index.ts';
import { useLibrary } from '../../base/index.ts';
import { saveNow } from '../editing/index.ts';
import { HomePart } from './home-part.tsx';
import { PaperPart } from './paper-part.tsx';
import { RecordingPart } from './recording-part.tsx';
import { WordsPart } from './words-part.tsx';

/** What of a class leaves the application: on paper, in words, home, beside a recording. */
export function HandOutPanel({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  return (
    <>
      <PaperPart plan={plan} />
      <WordsPart plan={plan} />
      <HomePart what={{ kind: 'plan', targetId: plan.id }} before={saveNow} />
      <RecordingPart
        title={plan.title}
        recorded={() => plannedRecording(resolvePlan(plan, library))}
        about="Captions and chapters as planned, from the count-in on. Those of a class as it was led are on its page in the log."
      />
      <p className="mt-4 text-small text-muted">The cue track, as a sound file, is among the cues.</p>
    </>
  );
}
