import { blockWords, formatDuration, type Plan, placeWords } from '../../class/index.ts';
import type { Series } from '../../record/index.ts';
import { addDays, type CalendarEntry, weekdayWord } from '../../record/index.ts';
import { compile, totals } from '../../time/index.ts';
import { heading, line, type Paper, type PaperSection } from './types.ts';

/** The seven days from a Monday on with what is on each: time, title, length, room, who leads. */
export function weekSheet(monday: string, entries: readonly CalendarEntry[]): Paper {
  const days = Array.from({ length: 7 }, (_, k) => addDays(monday, k));
  return {
    title: `Week of ${monday}`,
    under: [],
    parts: days.flatMap((day): PaperSection[] => {
      const own = entries.filter((e) => e.day === day);
      return [
        heading(weekdayWord(day), '', day),
        ...own.map(({ time, item, off }) =>
          line([item.title, item.room, item.leader, off ? `off: ${off.why}` : ''].filter(Boolean).join(', '), {
            lead: time ?? '\u2013',
            tail: item.lengthMs === null ? '' : formatDuration(item.lengthMs),
            look: 'strong',
          }),
        ),
        ...(own.length === 0 ? [line('nothing', { look: 'small' })] : []),
      ];
    }),
    onePage: true,
    sizePt: 16,
  };
}

/** A series class by class: when it is, its length and its work, and what its main part is. */
export function seriesSheet(
  series: Series,
  classes: readonly { day: string; time: string | null; nth: number; plan: Plan; cancelled: boolean }[],
): Paper {
  const rows = classes.map(({ day, time, nth, plan, cancelled }) => {
    const timeline = compile(plan);
    const sums = totals(plan, timeline);
    const main = plan.blocks.filter((b) => b.role === 'main' || b.role === 'finisher');
    return [
      placeWords({ nth, of: classes.length }),
      `${weekdayWord(day)} ${day}${time === null ? '' : `, ${time}`}`,
      cancelled ? `${plan.title} (off)` : plan.title,
      main.map((b) => `${blockWords(b)} \u2013 ${b.stations.map((s) => s.move).join(', ')}`).join('\n'),
      formatDuration(timeline.totalMs),
      formatDuration(sums.workMs),
    ];
  });
  return {
    title: series.title,
    under: [
      `${series.weeks} weeks, ${classes.length} classes`,
      [series.room, series.leader].filter(Boolean).join(', '),
    ].filter(Boolean),
    parts: [
      {
        kind: 'table',
        heads: ['', 'When', 'Class', 'Main part', 'Length', 'Work'],
        shares: [10, 20, 20, 60, 10, 10],
        boxes: [],
        rows,
      },
    ],
    onePage: false,
    sizePt: 10,
  };
}
