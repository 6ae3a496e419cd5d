export { AddBlock } from './add-block.tsx';
export { BlockSection } from './block-section.tsx';
export { pastedFrom } from './clipboard-memory.ts';
export { type BlockMarks, openFindings, useMarks } from './marks.ts';
export type { Openers } from './openers.ts';
export { PlanHead } from './plan-head.tsx';
export { RoundSheet } from './round-sheet.tsx';
export { extendTo, single } from './selection.ts';
export { copiedStations, copyText, pasteText } from './sheet-clipboard.ts';
