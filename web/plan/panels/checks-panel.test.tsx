// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { applySteps, type Plan } from '../../../core/class/index.ts';
import { CHECKS, checkPlan, THRESHOLDS } from '../../../core/judge/index.ts';
import { circuit, planOf } from '../../../core/test/build.ts';
import { on, TEST_LIBRARY } from '../../../core/test/moves.ts';
import { compile } from '../../../core/time/index.ts';
import { useLibrary } from '../../base/index.ts';
import { useBuilder } from '../editing/index.ts';
import { FindingRow } from './finding-row.tsx';
import { ForWhom } from './for-whom.tsx';
import { ThresholdFields } from './threshold-fields.tsx';

const base = planOf(circuit(on('Squat', 'Hold', 'Push'), 40, 2, 2));
const now = () => useBuilder.getState().plan as Plan;

/** The panel over the class that is open, drawn anew with every change of it. */
function Shown() {
  const plan = useBuilder((s) => s.plan);
  return plan ? <ForWhom plan={plan} /> : null;
}

beforeEach(() => {
  useLibrary.setState({ state: 'ready', library: TEST_LIBRARY, kit: [] });
  useBuilder.setState({ plan: base });
});
afterEach(cleanup);

describe('for whom', () => {
  it('takes two levels, and nobody of either is none at all', () => {
    render(<Shown />);
    const type = (label: string, text: string) => {
      const field = screen.getByLabelText(label);
      fireEvent.focus(field);
      fireEvent.change(field, { target: { value: text } });
      fireEvent.keyDown(field, { key: 'Enter' });
    };
    type('Beginners among them', '12');
    type('Practised among them', '6');
    expect(now().mix).toEqual({ beginners: 12, practised: 6 });
    type('Beginners among them', '0');
    type('Practised among them', '0');
    expect('mix' in now()).toBe(false);
  });

  it('takes what the class is, and takes it back', () => {
    render(<Shown />);
    const kind = screen.getByLabelText('Kind of class');
    fireEvent.change(kind, { target: { value: 'mobility' } });
    expect(now().kind).toBe('mobility');
    fireEvent.change(kind, { target: { value: '' } });
    expect('kind' in now()).toBe(false);
  });

  it('says what guidance says of a warm room, and forgets it when it is not', () => {
    render(<Shown />);
    const warm = screen.getByRole('checkbox', { name: 'the room is warm or damp' });
    fireEvent.click(warm);
    expect(now().climate).toEqual({ celsius: 21, humidity: 50 });
    expect(screen.getByText(/no need to change anything/)).toBeTruthy();
    fireEvent.click(warm);
    expect('climate' in now()).toBe(false);
  });

  it('opens what to say to whom', () => {
    useBuilder.setState({ plan: { ...base, audience: ['wrists'] } });
    render(<Shown />);
    fireEvent.click(screen.getByRole('button', { name: 'What to say to whom' }));
    expect(within(screen.getByRole('region', { name: 'Wrists' })).getByText('Band push')).toBeTruthy();
  });
});

describe('a finding', () => {
  const findings = checkPlan(base, { library: TEST_LIBRARY }).filter((f) => f.check === 'restShort');
  const price = (plan: Plan) => compile(plan).totalMs - compile(base).totalMs;

  it('shows each case, its reason and source, and its fixes with what they cost', () => {
    const [found] = findings;
    const priced = { ...found!, costsMs: found!.fixes.map((f) => price(applySteps(base, f.steps))) };
    render(<FindingRow finding={priced} plan={base} />);
    expect(screen.getByText(`each of the ${found!.cases!.length}`)).toBeTruthy();
    for (const text of found!.cases!) expect(screen.getByText(text)).toBeTruthy();
    expect(screen.getByText(/Rule of thumb/)).toBeTruthy();
    expect(priced.costsMs[0]).toBeGreaterThan(0);
    expect(
      screen
        .getAllByRole('button')
        .map((b) => b.textContent)
        .join(),
    ).toMatch(/\(\+\d+:\d\d\)/);
  });

  it('is taken as meant', () => {
    const [found] = findings;
    render(<FindingRow finding={{ ...found!, costsMs: found!.fixes.map(() => 0) }} plan={base} />);
    fireEvent.click(screen.getByRole('button', { name: 'As meant' }));
    expect(now().accepted).toEqual([{ key: found!.key, text: found!.text }]);
  });
});

describe('where the checks draw the line', () => {
  it('has every threshold once, under a check that turns on it, with where it comes from', () => {
    render(<ThresholdFields open />);
    expect(screen.getAllByRole('spinbutton')).toHaveLength(Object.keys(THRESHOLDS).length);
    for (const t of Object.values(THRESHOLDS)) expect(screen.getByText(t.label)).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Many landings' })).getByText(/Haff and Triplett/)).toBeTruthy();
    for (const c of CHECKS) expect(c.source.length).toBeGreaterThan(10);
  });
});
