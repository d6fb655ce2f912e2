/** Comma-separated values (RFC 4180). A cell that a spreadsheet would run as a formula is kept as text. */
export function csv(head: string[], rows: string[][]): string {
  return [head, ...rows].map((row) => row.map(cell).join(",")).join("\r\n") + "\r\n";
}

function cell(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
}

export function download(name: string, text: string, type = "text/csv") {
  save(name, new Blob([text], { type }));
}

/** Has the browser save a file. */
export function save(name: string, content: Blob) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
