import { crc32 } from 'node:zlib';

/** The beginning of a PNG, interlaced and 16 bits deep (RFC 2083, sections 3 and 4.1.1), followed by nothing that can be decoded. */
export function pngHeader(width: number, height: number): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([16, 6, 0, 0, 1], 8);
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    check.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, check]);
  };
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', Buffer.alloc(64)),
  ]);
}
