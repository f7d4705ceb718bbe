/** Hands a text to the browser to be saved under a name. */
export function saveFile(name: string, content: string, mediaType: string): void {
  const address = URL.createObjectURL(new Blob([content], { type: mediaType }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
