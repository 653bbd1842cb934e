/** A part of an address as it was meant. What cannot be decoded ("%") stands for itself: nothing is called that, and so it is not found. */
export function partOf(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
