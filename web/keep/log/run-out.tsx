import { ledRecording } from '../../../core/out/index.ts';
import type { StoredRun } from '../../../core/wire/index.ts';
import { exporting } from '../../../core/wire/index.ts';
import { Button } from '../../base/index.ts';
import { HomePart, keptSize, MakingNote, RecordingPart, useMaking } from '../../plan/index.ts';

/** What of a run leaves the application: its record on paper, the class as it was led, captions to a recording of it. */
export function RunOut({ run }: { run: StoredRun }) {
  const { state, make, cancel } = useMaking();
  return (
    <section aria-label="Hand out" className="mt-8 max-w-xl">
      <h2 className="mb-2 text-title font-semibold">Hand out</h2>
      <Button
        onClick={() =>
          void make('The record', exporting.getRunPaper, { path: { runId: run.id }, query: { size: keptSize() } })
        }
      >
        The record on paper (PDF)
      </Button>
      <MakingNote state={state} onCancel={cancel} />
      <HomePart what={{ kind: 'run', targetId: run.id }} />
      <RecordingPart
        title={run.title}
        recorded={() => ledRecording(run.plan, run.events)}
        about="Captions and chapters of the class as it was led, from the tap that began it on; what was said is as the cues had it at the end."
      />
    </section>
  );
}
