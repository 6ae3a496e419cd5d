/** The package's own types are not found by its `exports`. */
declare module 'dom-accessibility-api' {
  export function computeAccessibleName(element: Element, options?: { hidden?: boolean }): string;
  export function getRole(element: Element): string | null;
}
