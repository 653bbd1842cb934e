import { closeSync, openSync, writeSync } from 'node:fs';

/**
 * Keeps a note of which requests are being answered, in a file that outlives this process: whoever starts it again reads what was under way when it died. An address without its ids
 * and without its query: "PUT /api/photos".
 */
export class UnderWay {
  private readonly file: number | null;
  private readonly now = new Map<string, number>();
  /** Looking changes nothing and costs little: such requests are not written down one by one. */
  private static readonly QUIET = /^GET \/(_next|service-worker|api\/(logs|health))/;

  constructor(path: string | undefined) {
    this.file = path ? openSync(path, 'w') : null;
  }

  /** Notes that a request is being answered. Call the result when its answer is out. */
  begin(method: string, path: string): () => void {
    const address = addressOf(method, path);
    if (this.file === null || UnderWay.QUIET.test(address)) return () => undefined;
    this.now.set(address, (this.now.get(address) ?? 0) + 1);
    this.write();
    return () => {
      const left = (this.now.get(address) ?? 1) - 1;
      if (left > 0) this.now.set(address, left);
      else this.now.delete(address);
      this.write();
    };
  }

  close(): void {
    if (this.file !== null) closeSync(this.file);
  }

  /** Always the whole of it, padded over what stood there before: one write, so that half a list is never read. */
  private write(): void {
    const text = [...this.now.keys()].join('\n').slice(0, 4000);
    writeSync(this.file!, text.padEnd(4096, '\n'), 0);
  }
}

/** A request by what it is, not by what it is about: ids and numbers are left out. */
export const addressOf = (method: string, path: string): string =>
  `${method} ${path
    .split('/')
    .slice(0, 6)
    .map((part) => (/^[0-9a-f-]{36}$|^\d+$/i.test(part) ? '–' : part))
    .join('/')}`;
