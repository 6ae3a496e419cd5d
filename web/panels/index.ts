export { BalancePanel } from './balance-panel.tsx';
export { ChecksPanel } from './checks-panel.tsx';
export { CuesPanel } from './cues-panel.tsx';
export { EndsPanel } from './ends-panel.tsx';
export { FitterDialog } from './fitter-dialog.tsx';
export { OrderPanel } from './order-panel.tsx';
export { SwapPanel } from './swap-panel.tsx';
export { useChecks } from './use-checks.ts';
