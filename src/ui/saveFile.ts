/** Hands a file to whoever looks at the page. */
export function saveFile(blob: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The same for a table as CSV, its first row the names of the columns. What writes CSV is fetched when it is wanted. */
export async function saveTable(rows: readonly string[][], name: string) {
  const { csv } = await import('@/core/csv');
  saveFile(new Blob([csv(rows[0]!, rows.slice(1))], { type: 'text/csv' }), `${fileName(name)}.csv`);
}

/** A name as a file can have it. */
export const fileName = (name: string) => name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
