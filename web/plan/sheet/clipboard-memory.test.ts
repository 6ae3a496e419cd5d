// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { circuit, stations } from '../../../core/test/build.ts';
import { sheetOf } from '../../../core/time/index.ts';
import { local } from '../../base/index.ts';
import { pastedFrom, rememberCopied } from './clipboard-memory.ts';
import { extendTo, single } from './selection.ts';
import { copiedStations, copyText, pasteText } from './sheet-clipboard.ts';

beforeEach(() => local.removeItem('odd-round.copied'));

const block = circuit(
  stations(2, (x, k) => (k === 0 ? { ...x, cueLevels: { nextUp: 'off' } } : x)),
  40,
  20,
  3,
);

describe('what is copied and pasted', () => {
  it('is whole, also what no shorthand says', () => {
    const row = extendTo(single(0, 0), 0, 2);
    const text = copyText(block, sheetOf(block), row);
    rememberCopied(text, { stations: copiedStations(block, sheetOf(block), row)! });
    const pasted = pasteText(block, sheetOf(block), single(1, 0), text.replaceAll('\n', '\r\n'))!;
    const { id, ...copy } = pasted.block.stations[2]!;
    expect(copy).toEqual({ move: 'Move 1', sides: { mode: 'none' }, cueLevels: { nextUp: 'off' } });
    expect(id).not.toBe('s1');
  });

  it('from elsewhere says what its text says', () => {
    rememberCopied('  Row\n', { stations: [] });
    expect(pastedFrom('  Swing, 16 kg')).toMatchObject({ stations: [{ move: 'Swing', weightKg: 16 }], left: [] });
    local.setItem('odd-round.copied', '{torn');
    expect(pastedFrom('  Row')).toMatchObject({ stations: [{ move: 'Row' }] });
  });

  it('a block goes with its notes', () => {
    const noted = { ...block, notes: 'dry mats', musicBpm: 128 };
    rememberCopied('main: 40/20', { blocks: [noted] });
    expect(pastedFrom('main: 40/20\n')).toEqual({ blocks: [noted], left: [] });
  });
});
