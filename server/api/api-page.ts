import type { Endpoint } from '../../core/wire/index.ts';
import { ENDPOINTS } from './openapi.ts';

const HEAD = `# The server's interface

What the browser asks of the server, open to other programs. This page and \`/api/openapi.json\` (OpenAPI 3.1, with every schema) are
made from the schemas by which the server answers (\`core/wire\`); a test asks every endpoint below and checks every answer.

- Addresses stand below \`/api\`. Bodies and answers are JSON where nothing else is said; durations are integers in ms.
- What fails answers with \`application/problem+json\` (RFC 9457): a title for people, and \`problems\` with the places that are wrong.
  Beside what is named, any address may answer 400 (cannot be read), 401 (say the passphrase first), 403 (another site), 413 (too
  large), 421 (a name that is not this server's), 429 and 503 (later, see \`Retry-After\`), 507 (the disk is full).
- Where the server has a passphrase, \`POST /session\` sets the cookie that lets a program in; what is open without is marked.
- Lists come in pages of 50 (\`limit\`, at most 200); the \`next\` of a page is the \`after\` of the one behind it. Documents that cannot be
  read stand among its \`faults\`.
- A run is sent in two steps: the class as it is led (\`POST /runs\`), then its events. Sent twice, an event counts once.
`;

function row({ method, path, says, status, answer, problems = [], open }: Endpoint): string {
  const gives = answer === null ? 'nothing' : 'media' in answer ? `\`${answer.media}\`` : 'JSON';
  const codes = [status, ...problems].join(', ');
  return `| \`${method} ${path}\` | ${says}${open ? ' (open)' : ''} | ${gives} | ${codes} |`;
}

/** The page that lists every endpoint, in Markdown. */
export function apiPage(): string {
  const groups = Object.entries(ENDPOINTS).map(([name, endpoints]) => {
    const list = Object.values(endpoints).sort(
      (a, b) => a.path.localeCompare(b.path, 'en') || a.method.localeCompare(b.method, 'en'),
    );
    const more = list.flatMap((e) => (e.more ? [`\`${e.method} ${e.path}\`: ${e.more}`] : []));
    const table = ['| | | gives | answers |', '|---|---|---|---|', ...list.map(row)].join('\n');
    return `## ${name}\n\n${table}\n${more.map((m) => `\n${m}\n`).join('')}`;
  });
  return `${HEAD}\n${groups.join('\n')}`;
}
