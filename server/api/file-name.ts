/** A title as a file's name. */
export function fileName(title: string): string {
  return (
    title
      .toLowerCase()
      .replace(/[^\p{L}\d]+/gu, '-')
      .replace(/^-|-$/g, '') || 'class'
  );
}
