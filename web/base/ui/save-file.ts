/** Gives a text to the person as a file of a name, made in the browser. */
export function saveFile(name: string, text: string, type: string): void {
  saveBlob(name, new Blob([text], { type }));
}

/** The same for what is there as a whole. */
export function saveBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
