/** What opens over the desk. */
export type SheetName = 'more' | 'reps' | 'finish' | 'swap' | 'note' | 'share' | 'people';
