/** A shop of the chain. */
export interface BranchView {
  id: number;
  name: string;
  /** The one of whoever looks. */
  isOurs: boolean;
}
