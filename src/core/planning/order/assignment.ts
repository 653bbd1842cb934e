/** A price per row and column that no pairing can undercut: `rows[r] + columns[c] ≤ cost(r, c)`, rows at most 0. */
export interface AssignmentPrices {
  rows: Int32Array;
  columns: Int32Array;
}

/**
 * Optimal dual prices of pairing every column with a row of its own, at least as many rows as columns, integer costs, missing
 * pairs `Infinity`. Shortest augmenting paths (Jonker and Volgenant, Computing 38, 1987). Null where some column cannot be
 * paired. O(columns² · rows).
 */
export function priceAssignment(
  rows: number,
  columns: number,
  cost: (row: number, column: number) => number,
): AssignmentPrices | null {
  // Index 0 stands for "none" in the classical formulation; rows and columns count from 1.
  const rowPrice = new Float64Array(rows + 1);
  const columnPrice = new Float64Array(columns + 1);
  const columnOfRow = new Int32Array(rows + 1);
  const cameFrom = new Int32Array(rows + 1);
  for (let column = 1; column <= columns; column += 1) {
    columnOfRow[0] = column;
    const least = new Float64Array(rows + 1).fill(Infinity);
    const seen = new Uint8Array(rows + 1);
    let row = 0;
    do {
      seen[row] = 1;
      const current = columnOfRow[row];
      let step = Infinity;
      let next = -1;
      for (let r = 1; r <= rows; r += 1) {
        if (seen[r]) continue;
        const reduced = cost(r - 1, current - 1) - columnPrice[current] - rowPrice[r];
        if (reduced < least[r]) {
          least[r] = reduced;
          cameFrom[r] = row;
        }
        if (least[r] < step) {
          step = least[r];
          next = r;
        }
      }
      if (next < 0 || step === Infinity) return null;
      for (let r = 0; r <= rows; r += 1) {
        if (seen[r]) {
          columnPrice[columnOfRow[r]] += step;
          rowPrice[r] -= step;
        } else least[r] -= step;
      }
      row = next;
    } while (columnOfRow[row] !== 0);
    while (row !== 0) {
      columnOfRow[row] = columnOfRow[cameFrom[row]];
      row = cameFrom[row];
    }
  }
  return { rows: Int32Array.from(rowPrice.subarray(1)), columns: Int32Array.from(columnPrice.subarray(1)) };
}
