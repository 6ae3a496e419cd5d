import { useNavigate } from 'react-router';
import { isRecordsJson, readRunFile } from '../../../core/out/index.ts';
import { records } from '../../../core/wire/index.ts';
import { addressOf, api, ask, FilesMenu, fetchAnew, firstProblem, messageOf, toast } from '../../base/index.ts';
import { recordParts } from './record-parts.ts';

/** Events sent at once. */
/** The toast of how far records are brought in. */
const BRINGING = 'records';
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

/** Brings in records as JSON, or as CSV part by part. */
async function bringInRecords(text: string): Promise<void> {
  const parts = recordParts(text);
  const done = { runs: 0, entries: 0, people: 0 };
  const told: string[] = [];
  const tellPart = (k: number) =>
    parts.length > 1 && toast.loading(`Bringing in: part ${k + 1} of ${parts.length}`, BRINGING);
  tellPart(0);
  const inWords = () => `${done.runs} runs, ${done.entries} entries, ${done.people} people`;
  try {
    for (const [k, part] of parts.entries()) {
      tellPart(k);
      const came = await ask(records.importRecords, { body: { text: part }, patienceMs: 120_000 });
      for (const what of ['runs', 'entries', 'people'] as const) done[what] += came[what];
      told.push(...came.problems.map((p) => `${p.path}: ${p.message}.`));
    }
    toast([`Brought in: ${inWords()}.`, ...new Set(told.slice(0, 4))].join(' '), { duration: 15_000 });
  } catch (error) {
    const problem = firstProblem(error);
    const why = `${messageOf(error)}. ${problem ? `${problem.path}: ${problem.message}.` : ''}`;
    // What is in stays in, and counts once when the file comes again.
    toast.error(done.entries > 0 ? `${why} ${inWords()} are in; bring the file in again for the rest.` : why);
  } finally {
    toast.dismiss(BRINGING);
    void fetchAnew();
  }
}

/** Records in and out: a run's file, all records, their sets as a table. */
export function RecordFiles() {
  const navigate = useNavigate();
  const read = async (file: File) => {
    // A table without runs of ours is one of classes and of when they were held.
    const isWorkbook = /\.xlsx$/i.test(file.name);
    const text = isWorkbook ? '' : await file.text();
    const [head = ''] = text.split('\n', 1);
    if (isWorkbook || (!isRecordsJson(text) && !/(?:^|[",;\t])run(?:[",;\t]|\s*$)/i.test(head)))
      return navigate('/', { state: { file } });
    if (!text.slice(0, 400).includes('"odd-round/run"')) return bringInRecords(text);
    const to = await bringInRun(text);
    if (to !== null) navigate(to);
  };
  return (
    <FilesMenu
      bringIn="Bring in a run’s file, records or a table"
      accept="application/json,.json,.csv,.xlsx,text/csv"
      label="File of a run, or records"
      onFile={(file) => void read(file)}
      out={[
        { name: 'All records, as JSON', href: addressOf(records.exportRecords, {}) },
        { name: 'All sets, as CSV', href: addressOf(records.exportSets, {}) },
      ]}
    />
  );
}
