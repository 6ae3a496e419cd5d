// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { move } from '../../../core/test/moves.ts';
import { FigureEditor } from './figure-editor.tsx';

afterEach(cleanup);

function open(figure?: string) {
  const onSave = vi.fn(async () => {});
  render(
    <FigureEditor move={{ ...move('Oar pull'), ...(figure ? { figure } : {}) }} onClose={() => {}} onSave={onSave} />,
  );
  const text = () => (screen.getByLabelText('In words') as HTMLTextAreaElement).value;
  return { onSave, text };
}
const press = (joint: string, key: string, more = {}) =>
  fireEvent.keyDown(screen.getByRole('button', { name: joint }), { key, ...more });

describe('drawing a move', () => {
  it('turns a joint by the arrow keys, in words too, and saves that', async () => {
    const { onSave, text } = open('(side): upright, feet flat on floor, leaning → squat half');
    press('right elbow', 'ArrowRight', { shiftKey: true });
    expect(text()).toMatch(/leaning, right shoulder 1[0-9] out -?\d → squat half$/);
    const once = text();
    press('right elbow', 'ArrowLeft', { shiftKey: true });
    expect(text()).not.toBe(once);
    press('right elbow', 'a');
    fireEvent.click(screen.getByRole('button', { name: 'Save drawing' }));
    expect(onSave).toHaveBeenCalledWith(text());
  });

  it('changes the position that is chosen, adds one, takes one away', () => {
    const { text } = open('(side): stand → squat half');
    fireEvent.click(screen.getByRole('button', { name: 'Position 2' }));
    press('head', 'ArrowDown', { shiftKey: true });
    expect(text()).toMatch(/^\(side\): stand → squat half, neck /);
    fireEvent.click(screen.getByRole('button', { name: 'Another position after this one' }));
    expect(text()).toMatch(/→ -$/);
    fireEvent.click(screen.getByRole('button', { name: 'Take position 3 away' }));
    expect(screen.queryByRole('button', { name: 'Position 3' })).toBeNull();
  });

  it('moves both sides alike', () => {
    const { text } = open('(side): upright, feet flat on floor, leaning');
    fireEvent.click(screen.getByLabelText('Both sides alike'));
    press('left hand', 'ArrowUp', { shiftKey: true });
    expect(text()).toMatch(/elbows \d+/);
  });

  it('marks what it cannot read, keeps it, and does not save it', () => {
    const { onSave, text } = open('(side): stand');
    fireEvent.change(screen.getByLabelText('In words'), { target: { value: '(side): stand, fly' } });
    expect(screen.getByText('\u201cfly\u201d is not known.')).toBeTruthy();
    expect(text()).toBe('(side): stand, fly');
    const save = screen.getByRole('button', { name: 'Save drawing' }) as HTMLButtonElement;
    expect(save.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('In words'), { target: { value: '(side: stand' } });
    expect(screen.getByText('The brackets do not close.')).toBeTruthy();
    expect(onSave).not.toHaveBeenCalled();
  });

  it('says what is against it', () => {
    open('(side, hold bells): stand → hinge, low 30');
    expect(screen.getByRole('list', { name: 'What is wrong with it' }).textContent).toContain(
      'The low back is rounded under load',
    );
    cleanup();
    open('(side): stand → squat half');
    expect(screen.getByText('Nothing against it: all joints within their range.')).toBeTruthy();
  });

  it('is seen another way, and can be taken away', () => {
    const { onSave, text } = open('(side): stand');
    fireEvent.change(screen.getByLabelText('Seen'), { target: { value: 'front' } });
    expect(text()).toBe('(front): stand');
    fireEvent.click(screen.getByRole('button', { name: 'Take the drawing away' }));
    expect(onSave).toHaveBeenCalledWith(null);
  });
});
