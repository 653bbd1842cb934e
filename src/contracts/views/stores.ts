/** What there is in stores. */
export interface StoresView {
  stock: { kind: string; name: string; count: number }[];
  moves: {
    kind: string;
    name: string;
    change: number;
    reason: string;
    jobNumber: number | null;
    by: string;
    at: Date;
  }[];
}
