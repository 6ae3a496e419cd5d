import { DurationField } from '../../base/index.ts';
import { edit, useBuilder } from '../editing/index.ts';

/** What there is to get ready after every wait of the class, beside a block that waits. */
export function GetReady({ title }: { title: string }) {
  const ms = useBuilder((s) => s.plan?.getReadyMs ?? 0);
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap text-muted">
      after a tap
      <DurationField
        label={`${title}: to get ready`}
        valueMs={ms}
        maxMs={30_000}
        onChange={(getReadyMs) => edit((p) => ({ ...p, getReadyMs }))}
      />
      to get ready
    </span>
  );
}
