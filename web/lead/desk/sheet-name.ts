/** The sheets that open over the desk. */
export type SheetName = 'more' | 'again' | 'reps' | 'finish' | 'swap' | 'note' | 'share' | 'people' | 'pulse';
