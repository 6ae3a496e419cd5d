import { formatDuration, type Plan } from '../../class/index.ts';
import { countedSetOf, countsOf, countWords, densityOf, gridRows, type RunRecord } from '../../record/index.ts';
import { setKey } from '../../time/index.ts';
import { heading, line, type Paper, type PaperSection } from './types.ts';

/**
 * A class as it was led: its figures, every set with what was planned, what ran and what was written down, its notes.
 * @param when the day and time in words
 * @param nameOf a person by id
 */
export function recordSheet(
  plan: Plan,
  record: RunRecord,
  { when, nameOf }: { when: string; nameOf: (person: string) => string },
): Paper {
  const blocks = new Map(plan.blocks.map((b) => [b.id, b.title]));
  const figures = countsOf(record);
  const density = densityOf(record);
  const { closing } = record;
  const facts = [
    `${formatDuration(record.totalMs)} in all`,
    `${formatDuration(record.workMs)} of work`,
    density === null ? '' : `${Math.round(density * 100)} % work`,
    record.pausedMs > 0 ? `${formatDuration(record.pausedMs)} paused` : '',
    closing.came === null ? '' : `${closing.came} came`,
    figures.reps === null ? '' : `${figures.reps} reps`,
    figures.volumeKg === null ? '' : `${figures.volumeKg} kg lifted in all`,
  ];
  const time = (ms: number | null) => (ms === null ? '' : formatDuration(ms));
  const who = (s: RunRecord['sets'][number]) => (s.person === null ? (s.squad ?? '') : nameOf(s.person));
  const rows = gridRows(record.sets, (id) => blocks.get(id ?? '') ?? '').map((row, n) => {
    const own = record.sets.filter((s) => setKey(countedSetOf(s)) === row.key);
    const counts = own.flatMap((s) => {
      const words = [countWords(s), s.effort === null ? '' : `effort ${s.effort}`, s.note].filter(Boolean).join(', ');
      return words === '' ? [] : [who(s) === '' ? words : `${who(s)}: ${words}`];
    });
    return [
      String(n + 1),
      row.move,
      row.where,
      time(own[0]?.plannedMs ?? null),
      time(own[0]?.actualMs ?? null),
      counts.join('\n'),
    ];
  });
  const notes: PaperSection[] = record.notes.map(({ move, round, text }) =>
    line(text, { lead: [move, round === null ? '' : `round ${round}`].filter(Boolean).join(', ') }),
  );
  return {
    title: plan.title,
    under: [when, facts.filter(Boolean).join(' \u00b7 ')],
    parts: [
      {
        kind: 'table',
        heads: ['', 'Move', 'Where', 'Planned', 'Ran', 'Written down'],
        shares: [5, 26, 30, 10, 10, 40],
        boxes: [],
        rows,
      },
      ...(notes.length > 0 ? [heading('Notes'), ...notes] : []),
      ...(closing.next === '' ? [] : [heading('For next time'), line(closing.next)]),
    ],
    onePage: false,
    sizePt: 10,
  };
}
