import { Shorthand } from '@/ui/desk/shorthand';

export const metadata = { title: 'Shorthand' };

/** What one line of shorthand can say, with examples that are read as they are here. */
export default function ShorthandPage() {
  return <Shorthand />;
}
