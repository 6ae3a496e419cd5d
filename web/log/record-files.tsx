import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { readRunFile } from '../../core/exchange/index.ts';
import { records } from '../../core/wire/index.ts';
import { addressOf, api, ask, fetchAnew, firstProblem, messageOf } from '../data/index.ts';
import { FilesMenu } from '../ui/index.ts';

/** Events sent at once. */
const BATCH = 400;

/** Brings in a run that a desk gave as a file; gives where it is. */
async function bringInRun(text: string): Promise<string | null> {
  const run = readRunFile(text);
  if (!run.ok) {
    const [problem] = run.problems;
    toast.error(`Nothing was brought in: ${problem?.message} (${problem?.path}).`);
    return null;
  }
  const { id, plan, events, unread } = run.value;
  try {
    await api.createRun(id, plan);
    for (let at = 0; at < events.length; at += BATCH) await api.appendEvents(id, events.slice(at, at + BATCH));
    if (unread > 0) toast(`${unread} of its entries could not be read; all others are in.`);
    return `/log/${id}`;
  } catch (error) {
    toast.error(`Not all was brought in: ${messageOf(error)}. The file can be brought in again; nothing counts twice.`);
    return null;
  }
}

/** Brings in records as JSON or CSV. */
async function bringInRecords(text: string): Promise<void> {
  try {
    const { runs, entries, people, problems } = await ask(records.importRecords, {
      body: { text },
      patienceMs: 120_000,
    });
    void fetchAnew();
    const told = problems.slice(0, 4).map((p) => `${p.path}: ${p.message}.`);
    toast([`Brought in: ${runs} runs, ${entries} entries, ${people} people.`, ...told].join(' '), { duration: 15_000 });
  } catch (error) {
    const problem = firstProblem(error);
    toast.error(`${messageOf(error)}. ${problem ? `${problem.path}: ${problem.message}.` : ''}`);
  }
}

/** Records in and out: a run's file, all records, their sets as a table. */
export function RecordFiles() {
  const navigate = useNavigate();
  const read = async (file: File) => {
    const text = await file.text();
    if (!text.slice(0, 400).includes('"odd-round/run"')) return bringInRecords(text);
    const to = await bringInRun(text);
    if (to !== null) navigate(to);
  };
  return (
    <FilesMenu
      bringIn="Bring in a run’s file, or records"
      accept="application/json,.json,.csv,text/csv"
      label="File of a run, or records"
      onFile={(file) => void read(file)}
      out={[
        { name: 'All records, as JSON', href: addressOf(records.exportRecords, {}) },
        { name: 'All sets, as CSV', href: addressOf(records.exportSets, {}) },
      ]}
    />
  );
}
