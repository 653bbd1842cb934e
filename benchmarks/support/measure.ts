/** The value below which a share of the sorted measurements lies; nearest rank. */
export function quantile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))];
}

export const median = (values: number[]) => quantile(values, 0.5);

/** Prints rows as a table whose columns line up. */
export function printTable(head: string[], rows: (string | number)[][]): void {
  const cells = [head, ...rows.map((row) => row.map(String))];
  const widths = head.map((_, column) => Math.max(...cells.map((row) => row[column].length)));
  for (const row of cells)
    process.stdout.write(
      `${row.map((cell, column) => (column === 0 ? cell.padEnd(widths[column]) : cell.padStart(widths[column]))).join('  ')}\n`,
    );
}
