/** What stands where something was read out: names and clauses end there. */
const READ = '|';

/**
 * A line that is read by taking out of it what is understood, in any order. Matching ignores capital letters; what is taken keeps them.
 * What is left over in the end was not understood.
 */
export class Scan {
  private readonly names: string[] = [];
  private written: string;
  private folded: string;

  constructor(line: string) {
    // A name in quotation marks is one word, whatever it says.
    this.written = line
      .replace(/[“”„]/g, '"')
      .replace(/[’‘]/g, "'")
      .replace(/[×✕]/g, 'x')
      .replace(/"([^"|]+)"/g, (_, name: string) => `«${this.names.push(name) - 1}»`)
      .replace(/\|/g, '/')
      .replace(/[\t\r\n]+/g, ' ');
    this.folded = this.written.toLowerCase();
    // Some letters change their length with their case: such a line is matched as it is written.
    if (this.folded.length !== this.written.length) this.folded = this.written;
  }

  /** Whether it still says this. */
  has(pattern: RegExp): boolean {
    return pattern.test(this.folded);
  }

  /** Where the first match begins; -1 where there is none. */
  find(pattern: RegExp): number {
    return this.folded.search(pattern);
  }

  /** Takes the first match out of the line; its groups as they were written, null where there is no match or it is not accepted. The pattern needs the `d` flag. */
  take(pattern: RegExp, accept: (groups: string[]) => boolean = () => true): string[] | null {
    const match = pattern.exec(this.folded);
    if (!match) return null;
    const groups = match.indices!.map((span) => (span ? this.written.slice(...span) : ''));
    if (!accept(groups)) return null;
    const blank = READ.padEnd(match[0].length, ' ').slice(0, match[0].length);
    const end = match.index + match[0].length;
    this.written = this.written.slice(0, match.index) + blank + this.written.slice(end);
    this.folded = this.folded.slice(0, match.index) + blank + this.folded.slice(end);
    return groups;
  }

  /** A name as it was written, quotation marks opened, without its article. */
  name(written: string): string {
    return written
      .trim()
      .replace(/^(?:the|its|an|a(?! pillar)) /i, '')
      .replace(/«(\d+)»/g, (_, at: string) => this.names[Number(at)])
      .replace(/\s+/g, ' ')
      .trim();
  }

  /** Takes out what is said in quotation marks behind a word: `mark "dark one low"`. */
  takeQuoted(word: string): string | undefined {
    const found = this.take(new RegExp(`(?<![\\w-])(?:${word}) («\\d+»)`, 'd'));
    return found ? this.name(found[1]) : undefined;
  }

  /** Takes out a clause that was read from the rest. */
  drop(clause: string): void {
    const at = this.folded.indexOf(clause.toLowerCase());
    if (at < 0) return;
    const blank = READ.padEnd(clause.length, ' ');
    this.written = this.written.slice(0, at) + blank + this.written.slice(at + clause.length);
    this.folded = this.folded.slice(0, at) + blank + this.folded.slice(at + clause.length);
  }

  /** What is left of the line, as it was written. */
  left(): string {
    return this.written;
  }

  /** Another line with this one's quoted names. */
  inside(written: string): Scan {
    const made = new Scan('');
    made.names.push(...this.names);
    made.written = written;
    made.folded = written.toLowerCase();
    return made;
  }

  /** What was not understood, clause by clause. */
  rest(): string[] {
    return this.written
      .split(/[|,;]|\.(?:\s|$)/)
      .map((clause) =>
        this.name(clause)
          .replace(/^(?:and|then|with|of|is|are|it|has|by|to|x|&|-|–|:)+(?:\s|$)/i, '')
          .replace(/(?:^|\s)(?:and|with|is|are|the|of|by|has|held)$/i, '')
          .replace(/^[\s:–-]+|[\s:–-]+$/g, ''),
      )
      .filter(
        (clause) =>
          /[\p{L}\d]/u.test(clause) &&
          !/^(?:and|then|with|of|is|are|it|has|by|to|x|the|a|an|in|on|held|only)$/i.test(clause),
      );
  }
}
