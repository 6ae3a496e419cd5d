/** Something that was asked of the desk: on its way, passed on under an id, or refused. */
export interface SentCommand {
  word: string;
  id: string | null;
  refused: string | null;
}

/** How it stands with what was asked: the desk has done it when the event of that id is in the run. */
export function answerWords({ word, id, refused }: SentCommand, events: readonly { id: string }[]): string {
  if (refused !== null) return `${word}: ${refused}`;
  const isDone = id !== null && events.some((e) => e.id === id);
  return `${word}: ${isDone ? 'done' : 'asked'}`;
}
