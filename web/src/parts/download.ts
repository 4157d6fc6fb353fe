/** A text that the page made, taken away as a file. */
export function downloadCsv(text: string, name: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: "text/csv" }));
  const link = Object.assign(document.createElement("a"), { href: address, download: name });
  link.click();
  URL.revokeObjectURL(address);
}
