import type { Plan } from '../../../core/class/index.ts';
import type { PricedFinding } from '../../base/index.ts';

import { HandOutPanel } from '../export/index.ts';
import { MusicPanel } from '../music/index.ts';
import {
  BalancePanel,
  ChecksPanel,
  ClassKitPanel,
  CuesPanel,
  EndsPanel,
  LastPanel,
  MeantPanel,
  OrderPanel,
  SwapPanel,
} from '../panels/index.ts';
import type { PanelName } from './side-panel.tsx';

interface Props {
  name: PanelName;
  plan: Plan;
  findings: readonly PricedFinding[];
  /** The station that is to be swapped; null where none is chosen. */
  swapping: string | null;
  onSwapping: (stationId: string | null) => void;
  /** The name of the move that is told of. */
  telling: string | null;
}

/** What stands in the panel beside the sheet. */
export function Panel({ name, plan, findings, swapping, onSwapping, telling }: Props) {
  switch (name) {
    case 'checks':
      return <ChecksPanel plan={plan} findings={findings} />;
    case 'order':
      return <OrderPanel plan={plan} />;
    case 'swap':
      return <SwapPanel plan={plan} stationId={swapping} onStation={onSwapping} />;
    case 'tell':
      return <MeantPanel plan={plan} name={telling} />;
    case 'ends':
      return <EndsPanel plan={plan} />;
    case 'balance':
      return <BalancePanel plan={plan} />;
    case 'kit':
      return <ClassKitPanel plan={plan} />;
    case 'cues':
      return <CuesPanel plan={plan} />;
    case 'music':
      return <MusicPanel plan={plan} />;
    case 'last':
      return <LastPanel plan={plan} />;
    case 'out':
      return <HandOutPanel plan={plan} />;
  }
}
