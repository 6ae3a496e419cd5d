import { describe, expect, it } from 'vitest';
import { withoutComment } from '../../../core/class/index.ts';
import { writtenInto } from './text-merge.ts';

describe('comments', () => {
  it('end a line, but not inside quotes', () => {
    expect(withoutComment('main: 40/20 # as on Thursday').trimEnd()).toBe('main: 40/20');
    expect(withoutComment('  "a #1 row", 8 reps # left').trimEnd()).toBe('  "a #1 row", 8 reps');
    expect(withoutComment('  "say \\"#\\"" # x').trimEnd()).toBe('  "say \\"#\\""');
  });

  it('stay when the class is written anew into the text', () => {
    const text = '# for Thursday\nclass: Low water # short\n\nmain: 40/20\n  Row # heavy\n  Swing\n# the end';
    expect(writtenInto(text, 'class: Low water\n\nmain: 45/20\n  Row\n  Step\n  Swing\n')).toBe(
      '# for Thursday\nclass: Low water # short\n\nmain: 45/20\n  Row # heavy\n  Step\n  Swing\n# the end',
    );
  });

  it('a text that says the same is left as it is', () => {
    expect(writtenInto('main: 40/20 \n  Row', 'main: 40/20\n  Row')).toBe('main: 40/20 \n  Row');
  });
});
