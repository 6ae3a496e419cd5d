/** Says how many letters there are of so many, once that comes near: before anything would be cut. */
export function LettersLeft({ text, most }: { text: string; most: number }) {
  if (text.length < most * 0.8) return null;
  return (
    <p className={`text-fine ${text.length >= most ? 'font-bold' : ''}`} role="status">
      {text.length >= most ? `That is all that has room: ${most} letters.` : `${text.length} of ${most} letters`}
    </p>
  );
}
