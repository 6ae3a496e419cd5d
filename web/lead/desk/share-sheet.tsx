import { ScreensToJoin } from '../ready/index.ts';
import { DeskSheet } from './desk-sheet.tsx';

/** The codes of the run and where they lead, to be scanned or typed. */
export function ShareSheet({ runId, onClose }: { runId: string; onClose: () => void }) {
  return (
    <DeskSheet title="Screens that follow" onClose={onClose}>
      <ScreensToJoin runId={runId} />
    </DeskSheet>
  );
}
