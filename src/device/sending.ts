/** Whether everything is on the server, and if not, why. */
export interface Sending {
  /** False until this device's store and the server were asked for the first time. */
  known: boolean;
  unsent: number;
  trouble: string | null;
  signedOut: boolean;
  /** What the server set aside for a lead, in words; empty while there is nothing. */
  setAside: string[];
}

export const NOTHING_SENT: Sending = { known: false, unsent: 0, trouble: null, signedOut: false, setAside: [] };

/** Keeps how the sending stands apart from the events, so that a word about it never draws the whole bay anew. */
export class SendingStore {
  private now = NOTHING_SENT;
  private readonly listeners = new Set<() => void>();

  get = (): Sending => this.now;

  change = (next: (now: Sending) => Sending): void => {
    this.now = next(this.now);
    for (const listener of this.listeners) listener();
  };

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };
}
