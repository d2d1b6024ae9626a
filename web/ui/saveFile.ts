/** Hands a file to the browser to be saved, without the application. */
export function saveFile(file: File): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = file.name;
  link.click();
  URL.revokeObjectURL(address);
}
