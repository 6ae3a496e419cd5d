import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { readRunFile } from '../../core/exchange/index.ts';
import { api, messageOf } from '../data/index.ts';
import { Button } from '../ui/index.ts';

/** Events sent at once. */
const BATCH = 400;

/** Brings in a run that a desk gave as a file. */
export function ImportRun() {
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const read = async (file: File) => {
    const run = readRunFile(await file.text());
    if (!run.ok) {
      const [problem] = run.problems;
      toast.error(`Nothing was brought in: ${problem?.message} (${problem?.path}).`);
      return;
    }
    const { id, plan, events, unread } = run.value;
    try {
      await api.createRun(id, plan);
      for (let at = 0; at < events.length; at += BATCH) await api.appendEvents(id, events.slice(at, at + BATCH));
      if (unread > 0) toast(`${unread} of its entries could not be read; all others are in.`);
      navigate(`/log/${id}`);
    } catch (error) {
      toast.error(
        `Not all was brought in: ${messageOf(error)}. The file can be brought in again; nothing counts twice.`,
      );
    }
  };
  return (
    <>
      <Button onClick={() => field.current?.click()}>Bring in a run’s file</Button>
      <input
        ref={field}
        type="file"
        accept="application/json,.json"
        aria-label="File of a run"
        className="hidden"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) void read(file);
        }}
      />
    </>
  );
}
