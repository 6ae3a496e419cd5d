import type { Fault } from '../../../core/wire/index.ts';

interface Props {
  faults: readonly Fault[];
  /** Where the stored document can be had as it is. */
  fileOf?: (fault: Fault) => string;
}

/** Stored documents that this version cannot read, each named; the rest of the list goes on beside them. */
export function FaultList({ faults, fileOf }: Props) {
  if (faults.length === 0) return null;
  return (
    <ul aria-label="Cannot be read" className="mb-4 border-l-[3px] border-live bg-card px-3 py-2">
      {faults.map((fault) => (
        <li key={fault.id} className="py-1">
          {fault.problem}. It is kept as it is.
          {fileOf && (
            <a className="ml-2 underline" href={fileOf(fault)}>
              Save its file
            </a>
          )}
        </li>
      ))}
    </ul>
  );
}
