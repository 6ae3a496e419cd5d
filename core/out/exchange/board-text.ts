import { formatDuration, type Plan } from '../../class/index.ts';
import { compile, totals } from '../../time/index.ts';
import { blockSaid, factsOf, otherWays, timesOf, timesSaid } from '../paper/index.ts';

/** Words as Markdown shows them: nothing in them is taken for a mark (CommonMark 0.31, backslash escapes). */
const plain = (text: string) => text.replace(/[\\`*_[\]<>&|~]/g, '\\$&').replace(/\s*\n\s*/g, ' ');

/** The same for words that begin a line: they open no list, heading or rule. */
const line = (text: string) => plain(text).replace(/^(?=[-+#=])|(?<=^\d{1,9})(?=[.)])/, '\\');

/**
 * A class as Markdown, to be put where text is shown: blocks as headings, moves as lists with times, sides, loads and other ways.
 * @param plan with what the library knows of its moves
 */
export function writeMarkdown(plan: Plan): string {
  const timeline = compile(plan);
  const sums = totals(plan, timeline);
  const blocks = plan.blocks.map((block, k) => {
    const said = blockSaid(block);
    const items = block.stations.map((station, index) => {
      const times = timesSaid(timesOf(timeline.intervals, k, index));
      const facts = [times, ...factsOf(station)].filter(Boolean).map(plain).join(', ');
      const ways = otherWays(station).map(([level, name]) => `   - ${plain(level)}: ${plain(name)}`);
      return [`${index + 1}. **${plain(station.move)}**${facts === '' ? '' : `: ${facts}`}`, ...ways].join('\n');
    });
    return [
      `## ${plain(block.title)} (${formatDuration(sums.blocks[k]?.totalMs ?? 0)})`,
      ...(said === '' ? [] : [line(said)]),
      ...(items.length === 0 ? [] : [items.join('\n')]),
    ].join('\n\n');
  });
  return `${[`# ${plain(plan.title)}`, formatDuration(timeline.totalMs), ...blocks].join('\n\n')}\n`;
}
