/** Hands a text or a picture to the builder as a file. */
export function download(name: string, type: string, content: string | Blob): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // The browser has taken hold of it once the click is through.
  setTimeout(() => URL.revokeObjectURL(address));
}
