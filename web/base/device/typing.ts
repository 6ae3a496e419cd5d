const TYPED = new Set([
  'text',
  'search',
  'number',
  'password',
  'email',
  'tel',
  'url',
  'time',
  'date',
  'datetime-local',
]);

/** Whether an element takes letters: its keys are not shortcuts. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return TYPED.has(target.type);
  return target.isContentEditable || target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;
}

/** Whether an element is pressed by Space and Enter. */
export const isPressable = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest(
    'button, a[href], summary, [role="button"], [role="tab"], input[type="checkbox"], input[type="radio"]',
  ) !== null;
