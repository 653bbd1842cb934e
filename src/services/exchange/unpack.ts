import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl';
import { bytesInWords } from '../../contracts/body-limits';
import { invalid } from '../../core/errors';

/** An archive: a file, or its bytes. */
export type ArchiveSource = { path: string } | { bytes: Buffer };

/** What an archive may hold at most; a shop's library of 5 000 procedures needs about a tenth. */
const MOST_ENTRIES = 20_000;
const MOST_BYTES = 4 * 1024 ** 3;
/** Text that grows by more than this when it is unpacked was made to fill a disk; a procedure's grows about tenfold. */
const MOST_GROWTH = 250;
const GROWTH_FROM = 1024 * 1024;

const unsafe = (what: string) =>
  invalid('archive-unsafe', `This archive is not safe to open: ${what}. Nothing was taken in.`);
const broken = (cause: unknown) =>
  invalid(
    'archive-broken',
    'This is no whole zip archive: it was cut off or damaged on the way. Fetch it again. Nothing was taken in.',
    [],
    cause,
  );

/** An open archive whose table of contents was looked at; files are read one by one. */
export class Archive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: Map<string, Entry>,
  ) {}

  /** Opens an archive and looks at everything in its table of contents before anything is unpacked. Throws `invalid` in words. */
  static async open(source: ArchiveSource): Promise<Archive> {
    const zip = await opened(source);
    try {
      return new Archive(zip, await contentsOf(zip));
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  has = (path: string): boolean => this.entries.has(path);

  /** A file's bytes. Throws `invalid` where it is not there, or larger than it may be. */
  async read(path: string, limit: number): Promise<Buffer> {
    const entry = this.entries.get(path);
    if (!entry) throw invalid('archive-incomplete', `“${path}” is missing from this archive.`);
    if (entry.uncompressedSize > limit)
      throw invalid('archive-too-large', `“${path}” in this archive is larger than ${bytesInWords(limit)}.`);
    return new Promise((resolve, reject) => {
      this.zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(broken(error));
        const chunks: Buffer[] = [];
        stream.on('data', (chunk: Buffer) => chunks.push(chunk));
        stream.on('error', (cause) => reject(broken(cause)));
        stream.on('end', () => resolve(Buffer.concat(chunks)));
      });
    });
  }

  close(): void {
    this.zip.close();
  }
}

const opened = (source: ArchiveSource): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, strictFileNames: true, validateEntrySizes: true } as const;
    const done = (error: Error | null, zip: ZipFile) => (error ? reject(broken(error)) : resolve(zip));
    if ('path' in source) open(source.path, options, done);
    else fromBuffer(source.bytes, options, done);
  });

function contentsOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    let bytes = 0;
    if (zip.entryCount > MOST_ENTRIES) return reject(unsafe(`it holds more than ${MOST_ENTRIES} files`));
    zip.on('entry', (entry: Entry) => {
      const fault = faultOf(entry, entries);
      bytes += entry.uncompressedSize;
      if (fault) return reject(unsafe(fault));
      if (bytes > MOST_BYTES) return reject(unsafe(`it would unpack to more than ${bytesInWords(MOST_BYTES)}`));
      if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    // The library refuses absolute paths, "..", and backslashes by itself.
    zip.on('error', (error: Error) =>
      reject(
        // It tells its errors apart by their text alone.
        // eslint-disable-next-line no-restricted-syntax
        /path|characters/.test(error.message) ? unsafe('a file in it would land outside its folder') : broken(error),
      ),
    );
    zip.readEntry();
  });
}

/** File types of Unix in an entry's attributes (stat.h). */
const [TYPE_MASK, LINK] = [0o170000, 0o120000];

function faultOf(entry: Entry, entries: ReadonlyMap<string, Entry>): string | null {
  const { fileName, uncompressedSize, compressedSize } = entry;
  if (
    fileName.startsWith('/') ||
    fileName.includes('\\') ||
    fileName.split('/').includes('..') ||
    /^[A-Za-z]:/.test(fileName)
  )
    return 'a file in it would land outside its folder';

  if (/[\u0000-\u001f]/.test(fileName) || fileName.length > 300) return 'a file in it has a name that is no name';
  if (((entry.externalFileAttributes >>> 16) & TYPE_MASK) === LINK) return `“${fileName}” is a link`;
  if (entry.isEncrypted()) return `“${fileName}” is locked with a password`;
  if (entries.has(fileName)) return `“${fileName}” is in it twice`;
  if (uncompressedSize > GROWTH_FROM && uncompressedSize > MOST_GROWTH * Math.max(1, compressedSize))
    return `“${fileName}” would grow from ${bytesInWords(compressedSize)} to ${bytesInWords(uncompressedSize)}`;
  return null;
}
