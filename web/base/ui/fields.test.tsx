// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Checkbox } from './checkbox.tsx';
import { DurationField } from './duration-field.tsx';
import { NameField } from './name-field.tsx';
import { NumberField } from './number-field.tsx';
import { Select } from './select.tsx';
import { TextField } from './text-field.tsx';

afterEach(cleanup);

function field(label: string) {
  const input = screen.getByLabelText<HTMLInputElement>(label);
  return {
    input,
    type: (text: string) => fireEvent.change(input, { target: { value: text } }),
    press: (key: string, more = {}) => fireEvent.keyDown(input, { key, ...more }),
    leave: () => fireEvent.blur(input),
    isMarked: () => input.getAttribute('aria-invalid') === 'true',
  };
}

describe('a duration typed where it is shown', () => {
  function shown(valueMs = 40_000) {
    const got: number[] = [];
    render(<DurationField label="Work" valueMs={valueMs} minMs={5000} onChange={(ms) => got.push(ms)} />);
    return { got, ...field('Work') };
  }

  it('reads seconds, m:ss and units, at Enter or when it is left', () => {
    for (const [text, ms] of [
      ['55', 55_000],
      ['1:30', 90_000],
      ['90s', 90_000],
      ['2m', 120_000],
    ] as const) {
      const f = shown();
      f.type(text);
      if (ms === 55_000) f.press('Enter');
      else f.leave();
      expect(f.got).toEqual([ms]);
      cleanup();
    }
  });

  it('keeps bad input, marked, and gives it up at Escape', () => {
    const f = shown();
    for (const bad of ['soon', '4', '5:00:00']) {
      f.type(bad);
      expect(f.isMarked()).toBe(true);
      f.leave();
      expect([f.input.value, f.got]).toEqual([bad, []]);
    }
    f.press('Escape');
    expect([f.input.value, f.isMarked()]).toEqual(['40', false]);
  });

  it('says below the field why it cannot be used, and what is used meanwhile', () => {
    const f = shown();
    expect(screen.queryByRole('alert')).toBeNull();
    f.type('4');
    const alert = screen.getByRole('alert');
    expect(alert.textContent).toBe('Seconds or m:ss, from 5 s to 4:00:00. Till then it stays 40 s.');
    expect(f.input.getAttribute('aria-describedby')).toBe(alert.id);
  });

  it('takes a bare number for minutes where so few seconds cannot be meant', () => {
    const got: number[] = [];
    render(<DurationField label="Warm-up" valueMs={300_000} minMs={60_000} onChange={(ms) => got.push(ms)} />);
    const f = field('Warm-up');
    for (const text of ['6', '90', '4 s']) {
      f.type(text);
      f.press('Enter');
    }
    // 90 is a minute and a half; "4 s" is no minute, and stays marked.
    expect([got, f.isMarked()]).toEqual([[360_000, 90_000], true]);
  });

  it('steps by five seconds, with Shift by one, from what is typed by then, and not below its least', () => {
    const f = shown();
    f.press('ArrowUp');
    f.press('ArrowDown', { shiftKey: true });
    f.type('6');
    f.press('ArrowDown');
    expect(f.got).toEqual([45_000, 39_000, 5000]);
  });

  it('tells nothing when what is typed is what there was', () => {
    const f = shown();
    f.type('0:40');
    f.press('Enter');
    expect(f.got).toEqual([]);
  });
});

describe('a number typed where it is shown', () => {
  it('takes whole numbers in its range only', () => {
    const got: number[] = [];
    render(<NumberField label="Rounds" value={3} min={1} max={5} onChange={(n) => got.push(n)} />);
    const f = field('Rounds');
    for (const bad of ['0', '6', '2.5', '', 'x']) {
      f.type(bad);
      expect(f.isMarked()).toBe(true);
    }
    f.type('4');
    f.press('Enter');
    f.press('ArrowUp');
    expect(got).toEqual([4, 4]);
  });
});

describe('a name', () => {
  it('is taken as it is typed, stays as it was while too long or empty, and says so', () => {
    const got: string[] = [];
    render(<NameField label="Title" value="Tide" most={6} onChange={(n) => got.push(n)} />);
    const f = field('Title');
    f.type('Ebb');
    f.type('Spring tide');
    expect(screen.getByRole('alert').textContent).toContain('At most 6 letters: 5 too many');
    f.type('  ');
    f.leave();
    expect([got, f.input.value]).toEqual([['Ebb'], 'Tide']);
  });

  it('counts letters as people do', () => {
    const got: string[] = [];
    render(<NameField label="Title" value="Tide" most={6} onChange={(n) => got.push(n)} />);
    field('Title').type('\u{1f30a}\u{1f30a}\u{1f30a}\u{1f30a}\u{1f30a}\u{1f30a}');
    expect(got).toHaveLength(1);
  });
});

describe('choices', () => {
  it('a box with words is clicked by them, and tells what it is now', () => {
    const got: boolean[] = [];
    render(
      <Checkbox checked={false} onChange={(on) => got.push(on)}>
        held until I tap
      </Checkbox>,
    );
    fireEvent.click(screen.getByText('held until I tap'));
    fireEvent.click(screen.getByRole('checkbox', { name: 'held until I tap' }));
    expect(got).toEqual([true, true]);
  });

  it('one of a list has its name and its value', () => {
    render(
      <Select aria-label="Level" defaultValue="mixed" look="quiet">
        <option value="beginner">beginners</option>
        <option value="mixed">mixed</option>
      </Select>,
    );
    expect(screen.getByRole<HTMLSelectElement>('combobox', { name: 'Level' }).value).toBe('mixed');
  });

  it('a line of text is marked where it cannot be taken', () => {
    render(<TextField aria-label="Squads" marked defaultValue="x" />);
    expect(field('Squads').isMarked()).toBe(true);
  });
});
