/** heic-decode ships no types of its own. */
declare module 'heic-decode' {
  /** The first picture of a HEIC file as RGBA. */
  export default function decode(input: {
    buffer: Uint8Array;
  }): Promise<{ width: number; height: number; data: Uint8ClampedArray }>;
}
