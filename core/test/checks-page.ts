import { CHECKS, THRESHOLDS } from '../judge/index.ts';

/** The page that lists every check with its reason, its source and where it draws the line. */
export function checksPage(): string {
  const rows = CHECKS.map(({ title, reason, source, thresholds }) => {
    const lines = thresholds.map((name) => {
      const { label, usual, unit } = THRESHOLDS[name];
      return `${label}: ${usual} ${unit}`;
    });
    return `| ${title} | ${reason} | ${source} | ${lines.join('; ')} |`;
  });
  return `# Checks

What a class is judged by, each check with why it matters, what it rests on, and where it draws the line until you move it (*Settings*, or
below the checks). They point out; the instructor decides. General cautions only: qualified instructors, health professionals, local rules and
the venue come first.

Findings gather: one a cause, with how often; each case and each place is in it. What is not known is not judged: a class that does not say
what it is is judged by what is in it, and effort that is not known counts as rest, so that what is claimed is the least.

Effort along the class is that of the moves, from 1 to 5, smoothed as a body lags behind it: half of the way up in 30 s, half of the way down
in 60 s; a format that asks for full effort counts a step above its moves. It is drawn along the class strip, and is no measurement.

| check | why | rests on | the line |
|---|---|---|---|
${rows.join('\n')}
`;
}
