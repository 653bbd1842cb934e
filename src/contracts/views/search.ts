/** What the one search found: a line that leads somewhere. */
export interface FoundView {
  kind: 'job' | 'procedure' | 'wire' | 'stock';
  title: string;
  under: string;
  href: string;
}
